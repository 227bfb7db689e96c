/** What the page shows of a case, worked out of what the server told. */
import type { Attempt, Case, Fact, FilledStep, Plan, Step } from "../api";
import type { Waiting } from "./outbox";

export type StepState = "done" | "skipped" | "not-applicable" | "open";

/** The entries about an attempt's steps, those on their way included. */
export function entriesOf(
  attempt: Attempt | undefined,
  waiting: Waiting[],
): Pick<Step, "step" | "what" | "output">[] {
  if (!attempt) return [];
  const known = new Set(attempt.steps.map((s) => s.clientId));
  const onTheWay = waiting
    .filter((w) => w.attempt === attempt.id && !known.has(w.entry.clientId))
    .map((w) => ({ step: w.entry.step, what: w.entry.what, output: w.entry.output ?? null }));
  return [...attempt.steps, ...onTheWay];
}

/**
 * How each step of a fix stands; the newest entry about a step counts, output alone does not finish one. A step whose condition does
 * not hold is behind by itself.
 */
export function stepStates(
  entries: Pick<Step, "step" | "what">[],
  steps: Pick<FilledStep, "applies">[],
): StepState[] {
  const untouched = (i: number): StepState => (steps[i]?.applies === "no" ? "not-applicable" : "open");
  const states = steps.map((_, i) => untouched(i));
  for (const e of entries) {
    if (e.step >= steps.length || e.what === "output") continue;
    states[e.step] = e.what === "undone" ? untouched(e.step) : (e.what as StepState);
  }
  return states;
}

/** The last step before this one that somebody did or skipped, for taking it back; -1 if there is none. */
export function lastWorked(states: StepState[], before: number): number {
  return states.slice(0, before).findLastIndex((s) => s === "done" || s === "skipped");
}

/** Whether a step's own look has shown that the fix has nothing to do here. */
export const hasNothingToDo = (step: FilledStep | undefined): boolean => step?.onlyIf?.state === "no";

/** The step to do now; the number of steps if all are behind. */
export function currentStep(states: StepState[]): number {
  const open = states.indexOf("open");
  return open < 0 ? states.length : open;
}

/** The attempt that is being worked. */
export function runningAttempt(c: Case): Attempt | undefined {
  return c.attempts.find((a) => a.outcome === null);
}

/** The attempt whose outcome was recorded last, for taking it back. */
export function lastEnded(c: Case): Attempt | undefined {
  return c.attempts
    .filter((a) => a.outcome !== null && !a.triedBefore && a.endedAt !== null)
    .sort((a, b) => (a.endedAt ?? "").localeCompare(b.endedAt ?? ""))
    .at(-1);
}

/** Whether the last thing that was tried under the case's present error ended it. */
export function isMended(c: Case): boolean {
  const last = c.attempts.filter((a) => a.outcome !== null && a.error === c.error).at(-1);
  return runningAttempt(c) === undefined && last?.outcome === "worked" && !last.cameBack;
}

/** The fix that stands open: the one being worked, else the one somebody chose, else the next of the plan. */
export function openFix(c: Case, plan: Plan | undefined, chosen: string): string {
  const running = runningAttempt(c);
  if (running) return running.fix;
  if (c.status !== "open" || isMended(c)) return "";
  const ordered = plan?.ordered ?? [];
  return (ordered.find((s) => s.key === chosen) ?? ordered[0])?.key ?? "";
}

const NEED = "need.";

/** The newest value of every fact, needs left out, in the order they became known. */
export function knownFacts(facts: Fact[]): Fact[] {
  const byName = new Map<string, Fact>();
  for (const f of facts) if (!f.name.startsWith(NEED)) byName.set(f.name, f);
  return [...byName.values()].filter((f) => f.value !== "");
}

/** The fact that says whether a need is at hand. */
export const needFact = (id: string) => `${NEED}${id}`;

/** The points of the mending curve; none without measured chances. */
export function curvePoints(plan: Plan): { key: string; minutes: number; solved: number }[] {
  return plan.ordered.flatMap((s) =>
    s.solvedByHere === null ? [] : [{ key: s.key, minutes: s.elapsedByHere, solved: s.solvedByHere }],
  );
}

/** The instant so many minutes from now. */
export function minutesFromNow(minutes: number, now: number): string {
  return new Date(now + minutes * 60_000).toISOString();
}
