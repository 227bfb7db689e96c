import { expect, test } from "vitest";
import type { Case } from "../../api";
import { key, render, server } from "../../testing/render";
import { Together } from "./Together";
import { useCaseActs } from "../useCaseActs";

const opened = (texts: number): Case =>
  ({
    number: 7,
    status: "open",
    error: "see-log",
    texts: Array.from({ length: texts }, (_, id) => ({ id, text: "x", at: "", agent: "" })),
  }) as unknown as Case;

function Shown({ texts }: { texts: number }) {
  return <Together c={opened(texts)} acts={useCaseActs(7)} />;
}

const lead = (error: string, band: string) => [{ error, title: `The ${error}`, probability: 0.9, band }];

test("another error that the texts speak for together is one key away", async () => {
  const calls = server({
    "GET /api/cases/7/recognition": lead("till-full", "recognised"),
    "POST /api/cases/7/moved": opened(2),
  });
  const place = await render(<Shown texts={2} />);
  expect(place.textContent).toContain("The till-full");
  await key("h");
  expect(calls.find((c) => c.path.endsWith("/moved"))?.body).toEqual({ error: "till-full" });
});

test("it says nothing where the texts speak for the same error, or only perhaps, or where there is one text", async () => {
  for (const [answer, texts] of [
    [lead("see-log", "recognised"), 2],
    [lead("till-full", "perhaps"), 2],
    [lead("till-full", "recognised"), 1],
  ] as const) {
    server({ "GET /api/cases/7/recognition": answer });
    const place = await render(<Shown texts={texts} />);
    expect(place.textContent).toBe("");
  }
});
