/** Which scene a case's page is in: one thing stands open at a time, and everything else follows from which. */
import type { Attempt, Case, ErrorSheet, Plan, PutBack, Question, Words } from "../api";
import { askedNow, dueNow, goTogether, isMended, openFix, runningAttempt, unretested } from "./caseState";

/** What somebody has opened or put off on this page; the rest of a scene follows from the case. */
export interface Wishes {
  /** The fix that somebody chose; empty for the plan's first. */
  chosen: string;
  /** The question that somebody opened, by what it tells; empty if none. */
  opened: string;
  /** Questions that were skipped. */
  skipped: string[];
  ending: boolean;
  other: boolean;
  giving: boolean;
  /** The put-back that stays open for the next fix; empty if none. */
  laterOwed: string;
  /** The attempt after which it goes on untested; empty if none. */
  untested: string;
}

export type Scene =
  | { kind: "ended" }
  /** Another error has begun: what it says now is still to be read. */
  | { kind: "new-tear" }
  | { kind: "giving" }
  /** The case is about to end, because it worked or because somebody ends it; then it can be left again. */
  | { kind: "ending"; mayLeave: boolean }
  | { kind: "another-error" }
  | { kind: "unrecognised" }
  | { kind: "owed"; due: PutBack[] }
  | { kind: "retest"; last: Attempt }
  | { kind: "question"; question: Question }
  | { kind: "fix"; fix: string }
  | { kind: "nothing" };

/** The scene of a case. What is asked first stands first: a new error, what must be undone, what must be tried again, a question, the fix. */
export function sceneOf(
  c: Case,
  known: {
    plan: Plan | undefined;
    sheet: ErrorSheet | undefined;
    questions: Question[];
    facts: Words["facts"];
  },
  w: Wishes,
): Scene {
  if (c.status !== "open") return { kind: "ended" };
  const running = runningAttempt(c);
  const mended = isMended(c);
  const last = c.attempts.filter((a) => a.outcome !== null).at(-1);
  if (!running && last?.outcome === "different-error" && last.error === c.error) return { kind: "new-tear" };
  if (w.giving) return { kind: "giving" };
  if (w.ending || mended) return { kind: "ending", mayLeave: w.ending };
  if (w.other) return { kind: "another-error" };
  if (c.error === null) return { kind: "unrecognised" };
  const due = running ? [] : dueNow(c);
  if (due.length > 0 && w.laterOwed !== String(due[0]?.id)) return { kind: "owed", due };
  const fix = openFix(c, known.plan, w.chosen);
  const bundle = unretested(c);
  if (bundle && !goTogether(known.sheet, bundle.fix, fix) && w.untested !== String(bundle.id))
    return { kind: "retest", last: bundle };
  const question =
    w.opened !== "" || (!running && w.chosen === "")
      ? askedNow(known.questions, known.plan, known.facts, w.opened, w.skipped)
      : undefined;
  if (question) return { kind: "question", question };
  return fix === "" ? { kind: "nothing" } : { kind: "fix", fix };
}
