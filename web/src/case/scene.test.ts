import { expect, test } from "vitest";
import type { Attempt, Case, Plan, PutBack, Question } from "../api";
import { type Scene, sceneOf, type Wishes } from "./scene";

const attempt = (outcome: string | null, more: Partial<Attempt> = {}): Attempt =>
  ({ id: 1, fix: "a", error: "e", outcome, cameBack: false, triedBefore: false, ...more }) as Attempt;
const opened = (more: Partial<Case> = {}): Case =>
  ({
    number: 7,
    status: "open",
    error: "e",
    attempts: [],
    freeSteps: [],
    putBacks: [],
    ...more,
  }) as unknown as Case;
const owed = { id: 4, attempt: 1, kind: "put-back", state: "open", due: true, after: "always" } as PutBack;
const plan = {
  ordered: [
    { kind: "fix", key: "a" },
    { kind: "fix", key: "b" },
  ],
  questions: [{ kind: "question", key: "rain", title: "Rain?", minutes: 1, saves: 4 }],
  asksFirst: "rain",
} as unknown as Plan;
const calm = { ...plan, asksFirst: "" };
const rain = { index: 0, sets: "rain", wanted: [], answered: false } as unknown as Question;
const none: Wishes = {
  chosen: "",
  opened: "",
  skipped: [],
  ending: false,
  other: false,
  giving: false,
  laterOwed: "",
  untested: "",
};

const TABLE: [string, Case, Plan | undefined, Partial<Wishes>, Scene["kind"]][] = [
  [
    "a closed case has ended, whatever was open",
    opened({ status: "solved" }),
    plan,
    { giving: true },
    "ended",
  ],
  [
    "a different error is read before all else",
    opened({ attempts: [attempt("different-error")] }),
    plan,
    { ending: true },
    "new-tear",
  ],
  [
    "once it is named it is worked",
    opened({ attempts: [attempt("different-error", { error: "old" })] }),
    calm,
    {},
    "fix",
  ],
  [
    "giving it away stands before ending it",
    opened({ attempts: [attempt("worked")] }),
    plan,
    { giving: true },
    "giving",
  ],
  ["what worked is ended", opened({ attempts: [attempt("worked")] }), plan, {}, "ending"],
  [
    "what worked off the script ends it too",
    opened({
      error: null,
      freeSteps: [{ undone: false, outcome: "worked", cameBack: false }] as Case["freeSteps"],
    }),
    plan,
    {},
    "ending",
  ],
  [
    "unless it was taken back",
    opened({
      error: null,
      freeSteps: [{ undone: true, outcome: "worked", cameBack: false }] as Case["freeSteps"],
    }),
    plan,
    {},
    "unrecognised",
  ],
  ["what is to end is ended", opened(), plan, { ending: true }, "ending"],
  ["another error is chosen by name", opened(), plan, { other: true }, "another-error"],
  ["without an error it is worked freely", opened({ error: null }), undefined, {}, "unrecognised"],
  ["and ended freely", opened({ error: null }), undefined, { ending: true }, "ending"],
  [
    "what a failed fix changed is undone first",
    opened({ attempts: [attempt("no-change")], putBacks: [owed] }),
    plan,
    {},
    "owed",
  ],
  [
    "unless it stays open for the next",
    opened({ attempts: [attempt("no-change")], putBacks: [owed] }),
    calm,
    { laterOwed: "4" },
    "fix",
  ],
  ["and not while a fix is worked", opened({ attempts: [attempt(null)], putBacks: [owed] }), plan, {}, "fix"],
  ["what was done is tried again", opened({ attempts: [attempt("not-retested")] }), plan, {}, "retest"],
  [
    "unless somebody goes on without",
    opened({ attempts: [attempt("not-retested")] }),
    calm,
    { untested: "1" },
    "fix",
  ],
  ["a question that pays is the card", opened(), plan, {}, "question"],
  ["once", opened(), plan, { skipped: ["rain"] }, "fix"],
  ["and not over a fix that somebody chose", opened(), plan, { chosen: "b" }, "fix"],
  ["unless somebody opened it", opened({ attempts: [attempt(null)] }), calm, { opened: "rain" }, "question"],
  ["without a plan nothing is open yet", opened(), undefined, {}, "nothing"],
];

test.each(TABLE)("%s", (_, c, p, wishes, kind) => {
  const known = { plan: p, sheet: undefined, questions: [rain], facts: [] };
  expect(sceneOf(c, known, { ...none, ...wishes }).kind).toBe(kind);
});

test("an ending that came by itself cannot be left", () => {
  const known = { plan, sheet: undefined, questions: [], facts: [] };
  expect(sceneOf(opened({ attempts: [attempt("worked")] }), known, none)).toEqual({
    kind: "ending",
    mayLeave: false,
  });
  expect(sceneOf(opened(), known, { ...none, ending: true })).toEqual({ kind: "ending", mayLeave: true });
});
