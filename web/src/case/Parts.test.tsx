import { screen } from "@testing-library/react";
import { useState } from "react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Attempt, Case, ErrorSheet, FilledStep, Plan, PutBack, Spoken } from "../api";
import { today } from "../testing/day";
import { click, key, render, server, typeIn } from "../testing/render";
import { words } from "../words";
import {
  believable,
  dueNow,
  goTogether,
  itemsDone,
  movedTo,
  planNews,
  stepStates,
  unretested,
  weakened,
} from "./caseState";
import { Destroying } from "./step/Destroying";
import { PlanNews, Recurrence } from "./Notices";
import { OwedFirst } from "./margin/PutBacks";
import { RetestFirst } from "./fix/RetestFirst";
import { SayIt } from "./step/SayIt";
import { StepQuestions } from "./step/StepParts";
import { useCaseActs } from "./useCaseActs";

const entry = (step: number, what: string, item: string | null = null) => ({ step, what, item });

test("a repeated step is done with its last item, and each item can be taken back", () => {
  const entries = [
    entry(0, "done", "a"),
    entry(0, "done", "b"),
    entry(0, "undone", "a"),
    entry(1, "done", "a"),
  ];
  expect([...itemsDone(entries, 0)]).toEqual(["b"]);
  expect(stepStates(entries, [{ applies: "yes", items: ["a", "b"] }])).toEqual(["open"]);
  expect(stepStates([...entries, entry(0, "done")], [{ applies: "yes", items: ["a", "b"] }])).toEqual([
    "done",
  ]);
  expect([...itemsDone([...entries, entry(0, "done"), entry(0, "undone")], 0)]).toEqual([]);
});

const attempt = (id: number, outcome: string | null, more: Partial<Attempt> = {}): Attempt =>
  ({ id, fix: `f${id}`, title: `Fix ${id}`, error: "e", outcome, triedBefore: false, ...more }) as Attempt;
const owed = (id: number, more: Partial<PutBack> = {}): PutBack =>
  ({
    id,
    attempt: 1,
    kind: "put-back",
    text: `restore ${id}`,
    command: [],
    state: "open",
    due: true,
    ...more,
  }) as PutBack;
const opened = (more: Partial<Case>): Case =>
  ({ number: 7, status: "open", error: "e", attempts: [], putBacks: [], earlier: null, ...more }) as Case;

test("what was not retested last is asked about, unless something runs or it was another error's", () => {
  expect(unretested(opened({ attempts: [attempt(1, "no-change"), attempt(2, "not-retested")] }))?.id).toBe(2);
  expect(
    unretested(opened({ attempts: [attempt(1, "not-retested"), attempt(2, "no-change")] })),
  ).toBeUndefined();
  expect(unretested(opened({ attempts: [attempt(1, "not-retested"), attempt(2, null)] }))).toBeUndefined();
  expect(unretested(opened({ attempts: [attempt(1, "not-retested", { error: "x" })] }))).toBeUndefined();
});

test("due is what is open behind its fix; weakened is what a weakening fix has not put back", () => {
  const c = opened({
    attempts: [attempt(1, "no-change"), attempt(2, null)],
    putBacks: [
      owed(1),
      owed(2, { attempt: 2, due: false }),
      owed(3, { state: "kept" }),
      owed(4, { state: "done" }),
    ],
  });
  expect(dueNow(c).map((p) => p.id)).toEqual([1]);
  expect(weakened(c, (f) => (f === "f1" ? "weakens" : "safe")).map((p) => p.id)).toEqual([1, 3]);
});

const plan = (ordered: string[], excluded: string[] = []): Plan =>
  ({
    ordered: ordered.map((k) => ({ key: k, title: k.toUpperCase() })),
    excluded: excluded.map((k) => ({
      key: k,
      title: k.toUpperCase(),
      reason: { code: "only-going" as const, values: {} },
    })),
  }) as Plan;

test("what a change did to the plan is said, and nothing else", () => {
  expect(planNews(undefined, plan(["a"]))).toEqual([]);
  expect(planNews(plan(["a", "b"]), plan(["a"], ["b"]))).toEqual([
    "B is out of the question now: only gets them going.",
  ]);
  expect(planNews(plan(["a"], ["b"]), plan(["a", "b"]))).toEqual(["B may help after all."]);
  expect(planNews(plan(["a", "b"]), plan(["b", "a"]))).toEqual(["First comes now: B."]);
  expect(planNews(plan(["a", "b"]), plan(["b"]))).toEqual([]);
});

test("what may have done it is the last success and what was done before it without a retest", () => {
  const fixes = (...outcomes: string[]) =>
    believable(opened({ attempts: outcomes.map((o, i) => attempt(i + 1, o)) })).map((a) => a.fix);
  expect(fixes("no-change", "not-retested", "not-retested", "worked")).toEqual(["f2", "f3", "f4"]);
  expect(fixes("worked")).toEqual(["f1"]);
  expect(fixes("not-retested", "no-change")).toEqual([]);
});

test("between fixes that go together nothing is undone and nothing retested", () => {
  const c = opened({ attempts: [attempt(1, "not-retested")], putBacks: [owed(1)] });
  expect(dueNow(c)).toEqual([]);
  const sheet = {
    tries: [
      { fix: "a", together: ["b"] },
      { fix: "b", together: [] },
      { fix: "c", together: [] },
    ],
  };
  const go = (x: string, y: string) => goTogether(sheet as unknown as ErrorSheet, x, y);
  expect([go("a", "b"), go("b", "a"), go("a", "c")]).toEqual([true, true, false]);
});

test("a row dragged to another's place stands there", () => {
  expect(movedTo(["a", "b", "c"], "c", "a")).toEqual(["c", "a", "b"]);
  expect(movedTo(["a", "b", "c"], "a", "c")).toEqual(["b", "c", "a"]);
  expect(movedTo(["a", "b"], "x", "a")).toEqual(["a", "b"]);
});

function News() {
  const [now, setNow] = useState(plan(["a", "b"]));
  return (
    <>
      <PlanNews plan={now} />
      <button type="button" aria-label="change" onClick={() => setNow(plan(["a"], ["b"]))} />
    </>
  );
}

test("news of the plan stand until they are closed", async () => {
  const place = await render(<News />);
  expect(place.textContent).toBe("");
  await click(screen.getByRole("button", { name: "change" }));
  expect(place.textContent).toContain("B is out of the question now");
  await click(screen.getByRole("button", { name: "close" }));
  expect(place.textContent).toBe("");
});

const chunk = (text: string, spaceAfter: boolean, endsLine = false): Spoken => ({
  text,
  said: text.split("").join(", "),
  spaceAfter,
  endsLine,
});

test("a command is read out piece by piece; all read back is told once", async () => {
  const all = vi.fn();
  const leave = vi.fn();
  const said = () => place.querySelector("[aria-live]")?.textContent;
  const place = await render(
    <SayIt spoken={[chunk("till", true), chunk("stop", false, true)]} onLeave={leave} onAll={all} />,
  );
  expect(said()).toBe("tillt, i, l, l, space");
  await key(" ");
  expect(said()).toContain("stop");
  await key("ArrowLeft");
  await key(" ");
  await key(" ");
  expect(all).toHaveBeenCalledTimes(1);
  expect(place.textContent).toContain("all of it was read back");
  await key("Escape");
  expect(leave).toHaveBeenCalled();
});

const destroying = (target: string) => ({ destroys: "all data on SL-0042", target }) as FilledStep;

test("data is destroyed only when it is safe and the target was heard", async () => {
  const done = vi.fn(() => Promise.resolve(false));
  await render(<Destroying step={destroying("compare")} onConfirm={done} />);
  const button = () => screen.getByRole<HTMLButtonElement>("button", { name: words.case.destroyConfirm });
  const heard = () => screen.getByRole<HTMLInputElement>("textbox");
  expect(button().disabled).toBe(true);
  await key("y");
  expect(button().disabled).toBe(true);
  await typeIn(heard(), "sl 24");
  expect(button().disabled).toBe(false);
  await click(button());
  expect(done).toHaveBeenCalledWith("sl 24");
  // what was refused is typed anew, not mended by trying
  expect(heard().value).toBe("");
});

test("while the target is not known nothing can be confirmed", async () => {
  const place = await render(
    <Destroying step={destroying("unknown")} onConfirm={() => Promise.resolve(true)} />,
  );
  expect(screen.queryByRole("button")).toBeNull();
  expect(place.textContent).toContain("Do the step that reads it first");
});

test("a question inside a step is answered by a digit, 0 is that they don't know", async () => {
  const answer = vi.fn();
  const asks = [{ text: "Which lamp?", sets: "lamp", choices: ["green", "red"], answer: null }];
  await render(<StepQuestions asks={asks} onAnswer={answer} />);
  await key("2");
  await key("0");
  expect(answer.mock.calls).toEqual([
    ["lamp", "red"],
    ["lamp", "dont-know"],
  ]);
});

const later = vi.fn();
function Owed({ c }: { c: Case }) {
  return <OwedFirst c={c} owed={dueNow(c)} acts={useCaseActs(7)} onLater={later} />;
}
function Again({ c }: { c: Case }) {
  return <Recurrence c={c} acts={useCaseActs(7)} />;
}
beforeEach(() => later.mockClear());

test("behind a fix that failed what it changed is undone first, by one key", async () => {
  const c = opened({ attempts: [attempt(1, "no-change")], putBacks: [owed(4)] });
  const calls = server({ "POST /api/cases/7/put-backs/4": c });
  const place = await render(<Owed c={c} />);
  expect(place.textContent).toContain("Fix 1 did not do it");
  await key("q");
  await key("k");
  await key("b");
  expect(calls.filter((x) => x.method === "POST").map((x) => x.body)).toEqual([
    { state: "passed-to", to: "requester", decidedBy: null },
    { state: "for-now", to: null, decidedBy: null },
    { state: "done", to: null, decidedBy: null },
  ]);
  await key("Escape");
  expect(later).toHaveBeenCalled();
});

test("before the next fix it is asked whether the last one did it", async () => {
  const outcome = vi.fn();
  const place = await render(
    <RetestFirst last={attempt(3, "not-retested")} verify="Run it." onOutcome={outcome} onLater={later} />,
  );
  expect(place.textContent).toContain("Fix 3 was done");
  await key("w");
  await key("n");
  await key("Escape");
  expect(outcome.mock.calls).toEqual([["worked"], ["no-change"]]);
  expect(later).toHaveBeenCalled();
});

test("whether it came back is asked once, and answered by a key", async () => {
  const earlier = { number: 3, closedAt: today, fix: "set-clock", title: "Set the clock" };
  const calls = server({ "POST /api/cases/7/recurrence": opened({}) });
  const place = await render(<Again c={opened({ earlier })} />);
  expect(place.textContent).toContain('by "Set the clock", in Case 3. Has it come back?');
  await key("y");
  expect(calls[0]?.body).toEqual({ of: 3, again: true });
  const quiet = await render(<Again c={opened({})} />);
  expect(quiet.textContent).toBe("");
});
