import { useQuery } from "@tanstack/react-query";
import { Dropdown } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import { type Attempt, type Case, type FilledFix, now, type PlanStep, type StepEntry } from "../../api";
import {
  Coming,
  Failed,
  isTextBox,
  Key,
  KEY_LEVEL,
  KeyButton,
  missingValue,
  plainCommand,
  Prose,
  ToldLine,
  useKeys,
  useSay,
} from "../../look";
import { words } from "../../words";
import { filledQuery } from "../api";
import {
  currentStep,
  entriesOf,
  hasNothingToDo,
  itemsDone,
  lastWorked,
  minutesFromNow,
  runningAttempt,
  stepStates,
} from "../caseState";
import { toClipboard } from "../clipboard";
import { DifferentError } from "./DifferentError";
import { Needs } from "./Needs";
import { OffPage } from "./OffPage";
import { Pasted } from "./Pasted";
import { enter, newId, onSent, useWaiting, type Waiting } from "../outbox";
import { activeItem, openOf, readerOf } from "../step/readingState";
import { ShowIt } from "../step/ShowIt";
import { CurrentStep, type StepActs, StepLine } from "../step/StepView";
import type { CaseActs } from "../useCaseActs";
import { WhyHere } from "./WhyHere";
import { useWorkTime } from "../workTime";

const MOST_TAKEN = 50;

type Said = NonNullable<StepEntry["read"]>;

/** Outcomes that say what the fix did. */
const TELLING = new Set(["worked", "no-change", "made-worse"]);

const MORE = ["made-worse", "nothing-to-do", "not-applicable", "skipped", "not-retested"];

/** The fix that is open: its needs, its steps one after the other, and what came of it at its foot. */
export function OpenFix(p: {
  c: Case;
  fix: string;
  planned: PlanStep | undefined;
  first: boolean;
  verify: string;
  /** Fixes of the plan, for what is done together with this one. */
  ordered: PlanStep[];
  onThen: (fix: string) => void;
  acts: CaseActs;
}) {
  const { data, error, refetch } = useQuery(filledQuery(p.c.number, p.fix));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return <Filled {...p} filled={data} attempt={runningAttempt(p.c)} />;
}

function Filled(p: {
  c: Case;
  filled: FilledFix;
  planned: PlanStep | undefined;
  first: boolean;
  verify: string;
  ordered: PlanStep[];
  onThen: (fix: string) => void;
  acts: CaseActs;
  attempt: Attempt | undefined;
}) {
  const { c, filled, acts, attempt } = p;
  const say = useSay();
  const waiting = useWaiting();
  // what the server took and the page has not read back yet: without it a step that was done stood open for a moment
  const [taken, setTaken] = useState<Waiting[]>([]);
  const time = useWorkTime(c.number, filled.key, c.waitsFor === "me");
  const [asking, setAsking] = useState<{ name: string; title: string; item: string } | null>(null);
  const [why, setWhy] = useState(false);
  const [endsAs, setEndsAs] = useState("");
  const [goneAsked, setGoneAsked] = useState(false);
  const [pasted, setPasted] = useState("");
  const [shown, setShown] = useState(false);
  const then = p.ordered.find((o) => o.key !== filled.key && filled.together.includes(o.key));
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
  const allThere = () =>
    void acts.facts(Object.fromEntries(filled.needs.map((need) => [need.fact, need.wanted])));
  const needsOpen = filled.needs.some((need) => need.state !== "yes");

  useKeys(
    words.keys.inFix,
    [
      {
        key: "c",
        says: words.case.copyKey,
        act: () => stepActs.copy(nextCopy),
        alive: (step?.commands.length ?? 0) > 0 && !asksFirst,
      },
      {
        key: "s",
        says: words.case.sayIt,
        act: () => setSaying(at),
        alive: (step?.commands[nextCopy]?.spoken.length ?? 0) > 0 && !asksFirst,
      },
      {
        key: "f",
        says: words.case.done,
        act: stepActs.done,
        alive: step !== undefined && !asksFirst && unread.length === 0,
      },
      {
        key: "t",
        says: then ? words.case.togetherWith(then.title) : "",
        act: () => void outcome("not-retested").then(() => then && p.onThen(then.key)),
        alive: then !== undefined,
      },
      {
        key: "q",
        says: words.case.triedBefore,
        act: () => void acts.triedBefore(filled.key),
        alive: attempt === undefined,
      },
      { key: "v", says: words.case.showIt, act: () => setShown(true) },
      { key: "j", says: words.case.skip, act: stepActs.skip, alive: step !== undefined },
      { key: "z", says: words.case.undoStep, act: stepActs.undo, alive: lastBehind >= 0 },
      {
        key: "r",
        says: words.case.park,
        act: stepActs.park,
        alive: (step?.restartMinutes ?? 0) > 0 || (step?.waitMinutes ?? 0) > 0,
      },
      {
        key: "k",
        says: words.case.notHereKey,
        act: stepActs.notHere,
        alive: step?.applies === "depends",
      },
      {
        key: "m",
        says: words.outcomes["nothing-to-do"] ?? "",
        act: stepActs.nothingToDo,
        alive: hasNothingToDo(step),
      },
      { key: "a", says: `${words.case.needs}: ${words.case.allThere}`, act: allThere, alive: needsOpen },
      { key: "i", says: words.case.whyHere, act: () => setWhy(!why), alive: p.planned !== undefined },
      { key: "w", says: words.outcomes.worked ?? "", act: () => ends("worked") },
      { key: "n", says: words.outcomes["no-change"] ?? "", act: () => ends("no-change") },
      { key: "x", says: words.outcomes["could-not-apply"] ?? "", act: () => void outcome("could-not-apply") },
      { key: "d", says: words.outcomes["different-error"] ?? "", act: () => setGoneAsked(true) },
    ],
    KEY_LEVEL.part,
  );

  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData("text/plain") ?? "";
      if (isTextBox(e.target) || text === "") return;
      e.preventDefault();
      setPasted(text);
    };
    window.addEventListener("paste", onPaste);
    return () => window.removeEventListener("paste", onPaste);
  }, []);

  return (
    <div className="open-fix">
      <header>
        <h2>{filled.title}</h2>
        <span className="soft">
          {p.planned && p.planned.chance !== null && `${words.common.outOfTen(p.planned.chance)} · `}
          {words.common.minutes(p.planned?.minutes ?? filled.minutes)}
          <button type="button" className="plain" onClick={() => setShown(true)}>
            <Key k="v" /> {words.case.showIt}
          </button>
          {p.planned && (
            <button type="button" className="plain" onClick={() => setWhy(!why)}>
              <Key k="i" /> {p.first ? words.case.whyFirst : words.case.whyHere}
            </button>
          )}
        </span>
      </header>
      {filled.risk !== "safe" && <p className="risk">{words.risks[filled.risk]}</p>}
      {why && p.planned && <WhyHere step={p.planned} error={c.error} />}
      <Needs needs={filled.needs} onAll={allThere} onNot={(fact) => void acts.facts({ [fact]: "no" })} />
      {at === 0 && <Prose text={filled.intro} />}
      {at === 0 && <Told fix={filled} />}
      {filled.steps.slice(0, at).map((s) => (
        <StepLine
          key={s.index}
          step={s}
          state={states[s.index] ?? "open"}
          onUndo={s.index === lastBehind ? stepActs.undo : undefined}
        />
      ))}
      {step && (
        <CurrentStep
          key={at}
          id={`${c.number}.${filled.key}.${at}`}
          step={step}
          asking={asking}
          seen={seen}
          nextCopy={nextCopy}
          items={items}
          notes={notes}
          saying={saying === at}
          onSaying={(on) => setSaying(on ? at : -1)}
          acts={stepActs}
        />
      )}
      <div className="steps-ahead">
        {filled.steps.slice(at + 1).map((s) => (
          <StepLine key={s.index} step={s} state="open" />
        ))}
      </div>
      {pasted !== "" && (
        <Pasted
          withStep={step !== undefined}
          onOutput={() => {
            stepActs.reading.output(pasted, step ? activeItem(step, items) : null);
            setPasted("");
          }}
          onText={() => {
            void acts.text(pasted);
            setPasted("");
          }}
          onLeave={() => setPasted("")}
        />
      )}
      {goneAsked && (
        <DifferentError
          onGone={() => {
            setGoneAsked(false);
            ends("different-error");
          }}
          onStill={() => {
            setGoneAsked(false);
            ends("no-change");
          }}
          onLeave={() => setGoneAsked(false)}
        />
      )}
      {endsAs !== "" && (
        <OffPage
          steps={untouched.map((s) => s.title)}
          onYes={() => void doneOffPage(endsAs)}
          onNo={() => {
            setEndsAs("");
            void outcome(endsAs);
          }}
          onLeave={() => setEndsAs("")}
        />
      )}
      {shown && <ShowIt n={c.number} fix={filled.key} onLeave={() => setShown(false)} />}
      <footer className="outcomes">
        <KeyButton k="w" onPress={() => ends("worked")}>
          {words.outcomes.worked}
        </KeyButton>
        <KeyButton k="n" onPress={() => ends("no-change")}>
          {words.outcomes["no-change"]}
        </KeyButton>
        <KeyButton k="d" onPress={() => setGoneAsked(true)}>
          {words.outcomes["different-error"]}
        </KeyButton>
        <KeyButton k="x" onPress={() => void outcome("could-not-apply")}>
          {words.outcomes["could-not-apply"]}
        </KeyButton>
        {then && (
          <KeyButton k="t" onPress={() => void outcome("not-retested").then(() => p.onThen(then.key))}>
            {words.case.togetherWith(then.title)}
          </KeyButton>
        )}
        {attempt === undefined && (
          <KeyButton k="q" onPress={() => void acts.triedBefore(filled.key)}>
            {words.case.triedBefore}
          </KeyButton>
        )}
        <Dropdown
          trigger={["click"]}
          menu={{
            items: MORE.map((o) => ({ key: o, label: words.outcomes[o] })),
            onClick: (e) => ends(e.key),
          }}
        >
          <button type="button" className="plain">
            {words.case.more}
          </button>
        </Dropdown>
        <span className="soft verify">{words.case.outcomeHint(p.verify)}</span>
      </footer>
    </div>
  );
}

/** What is told before it is begun: what it leaves behind, whom it touches, what is safe about it. */
function Told({ fix }: { fix: FilledFix }) {
  return (
    <>
      {fix.sideEffects.map((e) => (
        <div key={e} className="expect">
          <span className="label">{words.case.told.effect}</span> <Prose text={e} />
        </div>
      ))}
      <ToldLine told={fix.told} />
    </>
  );
}
