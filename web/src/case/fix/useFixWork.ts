import { useCallback, useEffect, useRef, useState } from "react";
import { type Attempt, type Case, type FilledFix, newId, now, type StepEntry } from "../../api";
import { missingValue, plainCommand, useSay } from "../../look";
import { words } from "../../words";
import { currentStep, entriesOf, itemsDone, lastWorked, minutesFromNow, stepStates } from "../caseState";
import { toClipboard } from "../clipboard";
import { enter, onSent, useWaiting, type Waiting } from "../outbox";
import { activeItem, openOf, readerOf } from "../step/readingState";
import type { StepActs } from "../step/StepView";
import type { CaseActs } from "../useCaseActs";
import { useWorkTime } from "../workTime";

const MOST_TAKEN = 50;

type Said = NonNullable<StepEntry["read"]>;

/** Outcomes that say what the fix did. */
const TELLING = new Set(["worked", "no-change", "made-worse"]);

/** A fix while it is worked: where one is in it, and everything that can be done with a step of it or with its end. */
export function useFixWork(c: Case, filled: FilledFix, acts: CaseActs, attempt: Attempt | undefined) {
  const say = useSay();
  const waiting = useWaiting();
  // what the server took and the page has not read back yet: without it a step that was done stood open for a moment
  const [taken, setTaken] = useState<Waiting[]>([]);
  const time = useWorkTime(c.number, filled.key, c.waitsFor === "me");
  const [asking, setAsking] = useState<{ name: string; title: string; item: string } | null>(null);
  const [endsAs, setEndsAs] = useState("");
  const starting = useRef<Promise<number | null> | null>(null);

  const entries = entriesOf(attempt, [...taken, ...waiting]);
  const states = stepStates(entries, filled.steps);
  const at = currentStep(states);
  const step = filled.steps[at];
  const seen = (item: string | null) =>
    entries.filter((e) => e.step === at && e.output && e.item === item).at(-1)?.output ?? null;
  const lastBehind = lastWorked(states, at);
  const [copied, setCopied] = useState({ step: -1, next: 0 });

  useEffect(
    () =>
      onSent((sent, result) => {
        if (sent.number !== c.number) return;
        if (result instanceof Error) say.failed(result);
        else setTaken((before) => [...before, sent].slice(-MOST_TAKEN));
        acts.refresh();
      }),
    [c.number, acts, say],
  );

  /** The attempt's number; the first thing done in a fix starts it, however fast the next key comes. */
  const attemptId = useCallback(async (): Promise<number | null> => {
    if (attempt) return attempt.id;
    starting.current ??= acts.start(filled.key);
    const id = await starting.current;
    starting.current = null;
    acts.refresh();
    return id;
  }, [attempt, acts, filled.key]);

  const items = itemsDone(entries, at);
  const notes = (attempt?.steps ?? []).filter((e) => e.step === at && e.note !== "").map((e) => e.note);
  const asksFirst =
    step !== undefined && (step.must.held || (step.destroys !== "" && step.target !== "open"));
  const unread = step === undefined ? [] : openOf(step, activeItem(step, items));
  // a colleague may have done some items: the keys begin at the first that is open
  const firstOpen = step?.commands.findIndex((c) => !items.has(c.item)) ?? 0;
  const nextCopy = copied.step === at ? copied.next : Math.max(0, firstOpen);
  const [saying, setSaying] = useState(-1);
  const [heard, setHeard] = useState({ step: -1, text: "" });
  const entry = async (
    what: string,
    index: number,
    more: Pick<StepEntry, "output" | "item" | "heard" | "note" | "read"> = {},
  ) => {
    const id = await attemptId();
    if (id !== null) enter(c.number, id, { step: index, what, ...more });
  };
  /** Done, or of a repeated step the next item; with the last item the step is done. */
  const done = () => {
    const next = step?.items.find((i) => !items.has(i));
    const rest = step?.items.filter((i) => !items.has(i)).length ?? 0;
    if (next !== undefined) void entry("done", at, { item: next });
    if (next === undefined || rest <= 1)
      void entry("done", at, heard.step === at ? { heard: heard.text } : {});
  };
  /** What somebody says of a value of a step. */
  const read = (index: number, item: string | null, said: Partial<Said>) =>
    void entry("value", index, {
      ...(item === null ? {} : { item }),
      read: { clause: null, row: null, values: null, none: null, ...said },
    });
  const outcome = async (what: string) => {
    const id = await attemptId();
    if (id !== null && (await acts.record(id, what, time.minutes()))) time.forget();
  };
  const untouched = filled.steps.filter((s) => states[s.index] === "open");
  /** What tells of the fix is not recorded over steps that nobody touched without asking for them once. */
  const ends = (what: string) => {
    if (TELLING.has(what) && untouched.length > 0) setEndsAs(what);
    else void outcome(what);
  };
  const doneOffPage = async (what: string) => {
    setEndsAs("");
    const id = await attemptId();
    for (const s of untouched)
      if (id !== null) await acts.step(id, { clientId: newId(), step: s.index, what: "off-page" });
    await outcome(what);
  };
  const stepActs: StepActs = {
    copy: (i) => {
      const command = step?.commands[i];
      if (!command) return;
      const text = plainCommand(command);
      if (text === null) {
        const missing = missingValue(command);
        setAsking(missing && { name: missing.name, title: missing.title, item: command.item });
      } else
        void toClipboard(text).then((ok) =>
          ok ? say.done(words.common.copied) : say.failed(new Error(words.common.copyFailed)),
        );
      if (text !== null) setCopied({ step: at, next: (i + 1) % step.commands.length });
      void attemptId();
    },
    done,
    skip: () => void entry("skipped", at),
    notHere: () => void entry("not-applicable", at),
    nothingToDo: () => void outcome("nothing-to-do"),
    undo: () => void entry("undone", lastBehind),
    reading: {
      output: (text, item) => void entry("output", at, { output: text, ...(item === null ? {} : { item }) }),
      pick: (clause, row, item) => read(at, item, { clause, row }),
      heard: (clause, values, item) => read(at, item, { clause, values }),
      none: (clause, none, item) => read(at, item, { clause, none }),
    },
    goOn: (note) => void entry("went-on", at, { note }),
    item: (item, isDone) => void entry(isDone ? "done" : "undone", at, { item }),
    confirm: async (said) => {
      const id = await attemptId();
      return (
        id !== null &&
        acts.step(id, { clientId: newId(), step: at, what: "confirmed", heard: said, safe: true })
      );
    },
    note: (note) => void entry("output", at, { note }),
    readBack: () => {
      const command = step?.commands[nextCopy];
      setHeard({ step: at, text: (command && plainCommand(command)) ?? "" });
    },
    park: () =>
      void entry("done", at).then(() =>
        acts.patch({
          waitsFor: step?.restartMinutes ? "restart" : "time",
          waitsUntil: minutesFromNow(step?.restartMinutes || step?.waitMinutes || 5, now()),
        }),
      ),
    value: (name, value) => {
      const from = readerOf(filled.steps, name, asking?.item ?? "");
      setAsking(null);
      if (from) read(from.step, from.item, { clause: from.clause, values: { [name]: value } });
      else void acts.facts({ [name]: value });
    },
    fact: (name, value) => void acts.facts({ [name]: value }),
  };
  return {
    at,
    step,
    states,
    items,
    notes,
    seen,
    asking,
    asksFirst,
    unread,
    lastBehind,
    nextCopy,
    saying,
    setSaying,
    stepActs,
    minutes: time.minutes,
    outcome,
    ends,
    untouched,
    endsAs,
    setEndsAs,
    doneOffPage,
  };
}
