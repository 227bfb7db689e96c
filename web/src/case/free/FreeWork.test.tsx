import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Case } from "../../api";
import { kept } from "../../look";
import { render, server, typeIn } from "../../testing/render";
import { useCaseActs } from "../useCaseActs";
import { FreeWork } from "./FreeWork";

const c = { number: 7, error: "x", texts: [], freeSteps: [] } as unknown as Case;
function Shown() {
  return <FreeWork c={c} acts={useCaseActs(7)} alone={false} />;
}

const box = () => screen.getByRole<HTMLInputElement>("textbox", { name: "What do you do?" });

test("a step is kept with Enter, and the box is ready for the next one", async () => {
  const calls = server({ "POST /api/cases/7/free-steps": c });
  await render(<Shown />);
  await typeIn(box(), "pulled the plug{Enter}");
  expect(calls[0]?.body).toMatchObject({ did: "pulled the plug", command: "", output: null });
  expect(box().value).toBe("");
});

test("what was refused stays where it was typed", async () => {
  server({});
  await render(<Shown />);
  await typeIn(box(), "not lost{Enter}");
  expect(box().value).toBe("not lost");
  expect(kept<{ did: string }>("free-step.7", { did: "" }).did).toBe("not lost");
});
