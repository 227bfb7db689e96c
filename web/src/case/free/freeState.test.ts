import { expect, test } from "vitest";
import type { FreeStep } from "../../api";
import { freeTries, liveSteps, openSteps } from "./freeState";

const step = (id: number, more: Partial<FreeStep> = {}): FreeStep => ({
  id,
  did: `step ${id}`,
  command: "",
  output: null,
  aim: "",
  putBack: "",
  putBackDone: false,
  outcome: null,
  cameBack: false,
  undone: false,
  version: 1,
  agent: "Siv",
  at: "2026-03-01T10:00:00Z",
  ...more,
});

test("steps belong together up to each retest, and the last ones are open", () => {
  const c = {
    freeSteps: [
      step(1, { outcome: "no-change" }),
      step(2, { undone: true, outcome: "worked" }),
      step(3),
      step(4, { aim: "Free the plan", outcome: "worked" }),
      step(5, { did: "", command: "plan look" }),
    ],
  };
  expect(freeTries(c).map((t) => [t.title, t.outcome, t.steps.map((s) => s.id)])).toEqual([
    ["step 1", "no-change", [1]],
    ["Free the plan", "worked", [3, 4]],
    ["plan look", null, [5]],
  ]);
  expect(openSteps(c).map((s) => s.id)).toEqual([5]);
  expect(liveSteps(c)).toHaveLength(4);
});

test("nothing done is no try", () => {
  expect(freeTries({ freeSteps: [] })).toEqual([]);
  expect(openSteps({ freeSteps: [step(1, { outcome: "worked" })] })).toEqual([]);
});
