/** What the page shows of a case, worked out of what the server told. */
import type {
  Attempt,
  Case,
  ErrorSheet,
  Fact,
  FilledStep,
  Plan,
  PutBack,
  Question,
  Step,
  Words,
} from "../api";
import { whyWords, words } from "../words";
import type { Waiting } from "./outbox";

/** Entries that leave a step where it stands. */
const NO_STATE = new Set(["output", "confirmed", "value", "went-on"]);

export type StepState = "done" | "skipped" | "not-applicable" | "off-page" | "open";

/** The entries about an attempt's steps, those on their way included. */
export function entriesOf(
  attempt: Attempt | undefined,
  waiting: Waiting[],
): Pick<Step, "step" | "what" | "output" | "item">[] {
  if (!attempt) return [];
  const known = new Set(attempt.steps.map((s) => s.clientId));
  const onTheWay = waiting
    .filter((w) => w.attempt === attempt.id && !known.has(w.entry.clientId))
    .map((w) => ({
      step: w.entry.step,
      what: w.entry.what,
      output: w.entry.output ?? null,
      item: w.entry.item ?? null,
    }));
  return [...attempt.steps, ...onTheWay];
}

/**
 * How each step of a fix stands; the newest entry about a step counts, output alone does not finish one. A step whose condition does
 * not hold is behind by itself, and a repeated one once each of its items is. The server works the same out, held to the same table.
 */
export function stepStates(
  entries: Pick<Step, "step" | "what" | "item">[],
  steps: Pick<FilledStep, "applies" | "items">[],
): StepState[] {
  const untouched = (i: number): StepState => (steps[i]?.applies === "no" ? "not-applicable" : "open");
  const states = steps.map((_, i) => untouched(i));
  for (const e of entries) {
    if (e.step >= steps.length || NO_STATE.has(e.what) || e.item !== null) continue;
    states[e.step] = e.what === "undone" ? untouched(e.step) : (e.what as StepState);
  }
  steps.forEach((s, i) => {
    const done = itemsDone(entries, i);
    if (states[i] === "open" && s.items.length > 0 && s.items.every((x) => done.has(x))) states[i] = "done";
  });
  return states;
}

/** The items of a repeated step that are done; the newest entry about an item counts. */
export function itemsDone(entries: Pick<Step, "step" | "what" | "item">[], step: number): Set<string> {
  const done = new Set<string>();
  for (const e of entries) {
    if (e.step !== step) continue;
    if (e.item === null) {
      // the whole step taken back takes its items back
      if (e.what === "undone") done.clear();
    } else if (e.what === "done") done.add(e.item);
    else if (e.what === "undone") done.delete(e.item);
  }
  return done;
}

/** The last step before this one that somebody did or skipped, for taking it back; -1 if there is none. */
export function lastWorked(states: StepState[], before: number): number {
  return states.slice(0, before).findLastIndex((s) => s === "done" || s === "skipped" || s === "off-page");
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

/** Whether somebody practises on it: numbers of those are below 0. */
export const isPractice = (c: Case): boolean => c.number < 0;

/** Whether the last thing that was tried under the case's present error ended it. */
export function isMended(c: Case): boolean {
  if (runningAttempt(c)) return false;
  const last = c.attempts.filter((a) => a.outcome !== null && a.error === c.error).at(-1);
  const free = c.freeSteps.filter((s) => !s.undone && s.outcome !== null).at(-1);
  // whichever was done later says how it stands
  const newest = free && (!last || free.at > (last.endedAt ?? last.startedAt)) ? free : last;
  return newest?.outcome === "worked" && !newest.cameBack;
}

/** The attempt that was done and not retested last, under the case's present error; undefined if there is none. */
export function unretested(c: Case): Attempt | undefined {
  const last = c.attempts.filter((a) => a.outcome !== null && a.error === c.error && !a.triedBefore).at(-1);
  return last?.outcome === "not-retested" && !runningAttempt(c) ? last : undefined;
}

/** The fixes that may have done it: the last that worked, and those done before it without a retest between. */
export function believable(c: Case): Attempt[] {
  const tried = c.attempts.filter((a) => a.outcome !== null && a.error === c.error && !a.triedBefore);
  const last = tried.findLastIndex((a) => a.outcome === "worked");
  if (last < 0) return [];
  const before = tried.slice(0, last).findLastIndex((a) => a.outcome !== "not-retested");
  return tried.slice(before + 1, last + 1);
}

/** Whether the runbook has two fixes done together before one retest. */
export function goTogether(sheet: ErrorSheet | undefined, a: string, b: string): boolean {
  return (sheet?.tries ?? []).some(
    (t) => (t.fix === a && t.together.includes(b)) || (t.fix === b && t.together.includes(a)),
  );
}

/** What is to be put back now that its fix has ended; one that was not retested yet may still be the one that does it. */
export function dueNow(c: Case): PutBack[] {
  // and one that ended its error is not undone: what it owes is settled when the case ends
  const untested = new Set(
    c.attempts
      .filter((a) => a.outcome === "not-retested" || a.outcome === "different-error")
      .map((a) => a.id),
  );
  return c.putBacks.filter((p) => p.state === "open" && p.due && !untested.has(p.attempt));
}

/** What a fix has weakened and nobody has put back. */
export function weakened(c: Case, riskOf: (fix: string) => string): PutBack[] {
  const risky = new Set(c.attempts.filter((a) => riskOf(a.fix) === "weakens").map((a) => a.id));
  return c.putBacks
    .filter((p) => p.kind === "put-back" && p.state !== "done" && risky.has(p.attempt))
    .filter((p) => p.state !== "no-longer-applies");
}

/** What a change did to the plan, in words; empty if nothing that matters. */
export function planNews(before: Plan | undefined, now: Plan): string[] {
  if (!before) return [];
  const out = (p: Plan) => new Map(p.excluded.map((e) => [e.key, e]));
  const was = out(before);
  const is = out(now);
  const known = new Set(before.ordered.map((s) => s.key));
  const news: string[] = [];
  for (const [key, e] of is)
    if (!was.has(key) && known.has(key)) news.push(words.case.nowOut(e.title, whyWords(e.reason)));
  for (const s of now.ordered) if (was.has(s.key)) news.push(words.case.backIn(s.title));
  const first = now.ordered[0];
  if (
    first &&
    before.ordered[0] &&
    first.key !== before.ordered[0].key &&
    !is.has(before.ordered[0].key) &&
    now.ordered.some((s) => s.key === before.ordered[0]?.key)
  )
    news.push(words.case.newOrder(first.title));
  return news;
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

/** The order with one key moved to the place of another. */
export function movedTo(keys: string[], key: string, to: string): string[] {
  const place = keys.indexOf(to);
  const rest = keys.filter((k) => k !== key);
  if (place < 0 || !keys.includes(key)) return keys;
  rest.splice(place, 0, key);
  return rest;
}

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

/** The questions in the order in which they are worth asking: what pays, what a fix hangs on, the rest, what does not pay. */
export function byWorth<Q extends { sets: string }>(questions: Q[], plan: Plan | undefined): Q[] {
  const place = (q: Q) => {
    const asked = plan?.questions.findIndex((p) => p.key === q.sets) ?? -1;
    const costs = plan?.notWorthAsking.some((n) => n.fact === q.sets) ?? false;
    return asked >= 0 ? asked : costs ? 2_000 : 1_000;
  };
  return [...questions].sort((a, b) => place(a) - place(b));
}

/** What saves less stands in the margin and not in the way of the first fix. */
const NOTICEABLE_MINUTES = 0.5;

/**
 * The question that is the open card: one that somebody opened, else what the plan asks first, once. A fact that only conditions ask for
 * has no question in the runbook; the vocabulary says how to ask.
 */
export function askedNow(
  questions: Question[],
  plan: Plan | undefined,
  facts: Words["facts"],
  opened: string,
  skipped: string[],
): Question | undefined {
  const first = plan?.questions.find((q) => q.key === plan.asksFirst);
  const pays = first !== undefined && (first.saves === null || first.saves >= NOTICEABLE_MINUTES);
  const asks = opened || (pays && !skipped.includes(first.key) ? first.key : "");
  if (asks === "") return undefined;
  const known = questions.find((q) => q.sets === asks || q.wanted.some((w) => w.name === asks));
  if (known) return known.answered ? undefined : known;
  const fact = facts.find((f) => f.id === asks);
  const planned = plan?.questions.find((q) => q.key === asks);
  if (!planned) return undefined;
  return {
    index: -1,
    text: planned.title,
    sets: asks,
    choices: fact?.choices ?? [],
    minutes: planned.minutes,
    how: fact?.how ?? "",
    run: [],
    spoken: [],
    wanted: [],
    hangsOn: [],
    answered: false,
  };
}

/** By what a question is opened as the card: the fact that it sets, else the first value that its look reads. */
export const askName = (q: Question): string => q.sets || (q.wanted[0]?.name ?? "");

/** Why a question is asked now, or that it need not be; empty if the plan says nothing of it. */
export function whyAsk(fact: string, plan: Plan | undefined): string {
  const asked = plan?.questions.find((p) => p.key === fact);
  if (asked?.saves) return words.case.margin.saves(words.common.minutes(asked.saves));
  if (asked) return words.case.margin.hangsOn;
  const costs = plan?.notWorthAsking.find((n) => n.fact === fact);
  return costs ? words.case.margin.notWorth(words.common.minutes(costs.minutes)) : "";
}
