import { expect, test } from "vitest";
import type { Attempt, Case, Plan } from "../api";
import {
  byWorth,
  currentStep,
  curvePoints,
  entriesOf,
  isMended,
  knownFacts,
  lastEnded,
  lastWorked,
  openFix,
  stepStates,
  whyAsk,
} from "./caseState";
import table from "./currentStep.txt?raw";
import { worked } from "./workTime";

const attempt = (id: number, fix: string, outcome: string | null, more: Partial<Attempt> = {}): Attempt => ({
  id,
  fix,
  title: fix,
  error: "e",
  position: id,
  outcome,
  cameBack: false,
  triedBefore: false,
  minutes: null,
  note: "",
  agent: "Runa Holm",
  startedAt: "2026-11-24T08:00:00Z",
  endedAt: outcome === null ? null : `2026-11-24T08:0${id}:00Z`,
  endedBy: outcome === null ? null : "Runa Holm",
  version: 1,
  steps: [],
  ...more,
});
const open = (attempts: Attempt[], more: Partial<Case> = {}): Case =>
  ({ number: 1, status: "open", error: "e", attempts, freeSteps: [], facts: [], ...more }) as Case;
const plan = (...keys: string[]): Plan =>
  ({
    ordered: keys.map((key, i) => ({ key, solvedByHere: i === 0 ? null : 0.5, elapsedByHere: 5 })),
  }) as unknown as Plan;

test("a step whose condition does not hold is behind by itself, and taken back it is so again", () => {
  const steps = [
    { applies: "no", items: [] },
    { applies: "yes", items: [] },
    { applies: "depends", items: [] },
  ];
  expect(stepStates([], steps)).toEqual(["not-applicable", "open", "open"]);
  expect(currentStep(stepStates([], steps))).toBe(1);
  const undone = [
    { step: 0, what: "done", item: null },
    { step: 0, what: "undone", item: null },
  ];
  expect(stepStates(undone, steps)[0]).toBe("not-applicable");
  expect(lastWorked(["done", "not-applicable", "open"], 2)).toBe(0);
  expect(lastWorked(["not-applicable", "open"], 1)).toBe(-1);
});

test("a step is done once, skipped, or taken back; output alone finishes nothing", () => {
  const entries = [
    { step: 0, what: "done", item: null },
    { step: 1, what: "output", item: null },
    { step: 2, what: "done", item: null },
    { step: 2, what: "undone", item: null },
    { step: 3, what: "skipped", item: null },
    { step: 9, what: "done", item: null },
  ];
  const states = stepStates(
    entries,
    Array.from({ length: 4 }, () => ({ applies: "yes", items: [] })),
  );
  expect(states).toEqual(["done", "open", "open", "skipped"]);
  expect(currentStep(states)).toBe(1);
  expect(currentStep(["done", "done"])).toBe(2);
});

test("an entry on its way counts once, also when it has arrived meanwhile", () => {
  const a = attempt(1, "x", null, {
    steps: [
      {
        clientId: "k",
        step: 0,
        what: "done",
        note: "",
        output: null,
        item: null,
        heard: null,
        at: "",
        agent: "",
      },
    ],
  });
  const waits = (clientId: string, id: number) => ({
    number: 1,
    attempt: id,
    entry: { clientId, step: 1, what: "done" },
  });
  expect(entriesOf(a, [waits("k", 1), waits("m", 1), waits("o", 2)])).toHaveLength(2);
  expect(entriesOf(undefined, [waits("m", 1)])).toEqual([]);
});

test("what is being worked stands open, then what was chosen, then the plan's next", () => {
  expect(openFix(open([attempt(1, "b", null)]), plan("a", "c"), "c")).toBe("b");
  expect(openFix(open([]), plan("a", "c"), "c")).toBe("c");
  expect(openFix(open([]), plan("a", "c"), "gone")).toBe("a");
  expect(openFix(open([attempt(1, "b", "worked")]), plan("a"), "a")).toBe("");
  expect(openFix(open([], { status: "solved" }), plan("a"), "")).toBe("");
  expect(openFix(open([]), undefined, "")).toBe("");
});

test("mended only by the last attempt under the present error, and not if it came back", () => {
  expect(isMended(open([attempt(1, "a", "no-change"), attempt(2, "b", "worked")]))).toBe(true);
  expect(isMended(open([attempt(1, "a", "worked", { cameBack: true })]))).toBe(false);
  expect(isMended(open([attempt(1, "a", "worked", { error: "other" })]))).toBe(false);
  expect(isMended(open([attempt(1, "a", "worked"), attempt(2, "b", null)]))).toBe(false);
});

test("the outcome to take back is the one recorded last", () => {
  const c = open([
    attempt(1, "a", "no-change", { endedAt: "2026-11-24T09:00:00Z" }),
    attempt(2, "b", "skipped"),
  ]);
  expect(lastEnded(c)?.fix).toBe("a");
  expect(lastEnded(open([attempt(1, "a", "no-change", { triedBefore: true })]))).toBeUndefined();
});

test("the newest value of a fact counts, needs and emptied ones are left out", () => {
  const fact = (name: string, value: string) => ({
    name,
    title: name,
    value,
    source: "case",
    at: "",
    agent: "",
  });
  const facts = [fact("a", "1"), fact("need.admin", "yes"), fact("b", "2"), fact("a", "3"), fact("b", "")];
  expect(knownFacts(facts).map((f) => [f.name, f.value])).toEqual([["a", "3"]]);
});

test("a plan without chances has no curve", () => {
  expect(curvePoints(plan("a"))).toEqual([]);
  expect(curvePoints(plan("a", "b"))).toEqual([{ key: "b", minutes: 5, solved: 0.5 }]);
});

test("time counts while the case is in view and somebody is there", () => {
  expect(worked(1_000, 1_000, true, 10_000)).toBe(2_000);
  expect(worked(1_000, 1_000, false, 10_000)).toBe(1_000);
  expect(worked(1_000, 1_000, true, 6 * 60_000)).toBe(1_000);
  expect(worked(1_000, 3_600_000, true, 10_000)).toBe(1_000);
});

test("questions come in the order in which they are worth asking, and say why", () => {
  const plan = {
    questions: [
      { key: "pays", saves: 3.2 },
      { key: "hangs", saves: null },
    ],
    notWorthAsking: [{ fact: "dear", title: "Dear?", minutes: 5, costsMore: 2 }],
  } as unknown as Plan;
  const asked = ["dear", "other", "hangs", "pays"].map((sets) => ({ sets }));
  expect(byWorth(asked, plan).map((q) => q.sets)).toEqual(["pays", "hangs", "other", "dear"]);
  expect(byWorth(asked, undefined)).toEqual(asked);
  expect(whyAsk("pays", plan)).toBe("The answer saves about 3.2 min beyond what asking takes.");
  expect(whyAsk("hangs", plan)).toBe("A fix hangs on it.");
  expect(whyAsk("dear", plan)).toContain("Not needed");
  expect(whyAsk("other", plan)).toBe("");
});

/** What the server's own test of the same rule is held to. */
const TABLE = table.split("\n").filter((l) => l.trim() !== "" && !l.startsWith("#"));

test.each(TABLE)("the step to do now is as the table says: %s", (line) => {
  const [said = "", now = ""] = line.split("=>");
  const entries = said
    .trim()
    .split("; ")
    .filter((e) => e !== "")
    .map((e) => {
      const [step, what = "", item = null] = e.split(" ");
      return { step: Number(step), what, item };
    });
  const steps = [
    { applies: "yes", items: [] },
    { applies: "yes", items: ["a", "b"] },
    { applies: "no", items: [] },
    { applies: "yes", items: [] },
  ];
  expect(currentStep(stepStates(entries, steps))).toBe(Number(now));
});
