import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Case } from "../../api";
import { render, server, typeIn } from "../../testing/render";
import { kept } from "../../look";
import { OffScript } from "./OffScript";
import { useCaseActs } from "../useCaseActs";

const c = { number: 7, notes: [] } as unknown as Case;
function Shown() {
  return <OffScript c={c} acts={useCaseActs(7)} />;
}

const box = () => screen.getByRole<HTMLTextAreaElement>("textbox");

test("what is done off the script is kept as a step with Enter", async () => {
  const calls = server({ "POST /api/cases/7/notes": c });
  await render(<Shown />);
  await typeIn(box(), "pulled the plug{Enter}");
  expect(calls[0]?.body).toEqual({ text: "pulled the plug", step: true });
  expect(box().value).toBe("");
});

test("what was refused stays where it was typed", async () => {
  server({});
  await render(<Shown />);
  await typeIn(box(), "not lost{Enter}");
  expect(box().value).toBe("not lost");
  expect(kept("off-script.7", "")).toBe("not lost");
});
