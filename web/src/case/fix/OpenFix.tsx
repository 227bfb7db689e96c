import { useQuery } from "@tanstack/react-query";
import { Dropdown } from "antd";
import { Fragment, useState } from "react";
import type { Attempt, Case, FilledFix, FilledStep, PlanStep } from "../../api";
import { FlagForm, FlagsOfStep } from "../../flags";
import { Coming, Failed, Key, KEY_LEVEL, KeyButton, Prose, ToldLine, useKeys } from "../../look";
import { words } from "../../words";
import { filledQuery, shownQuery } from "../api";
import { hasNothingToDo, isPractice, runningAttempt } from "../caseState";
import { FromDevice, Presence } from "../device/FromDevice";
import { ShowIt } from "../device/ShowIt";
import { activeItem } from "../step/readingState";
import { CurrentStep, StepLine } from "../step/StepView";
import type { CaseActs } from "../useCaseActs";
import { DifferentError } from "./DifferentError";
import { Needs } from "./Needs";
import { OffPage } from "./OffPage";
import { Pasted } from "./Pasted";
import { useFixWork } from "./useFixWork";
import { usePaste } from "./usePaste";
import { WhyHere } from "./WhyHere";

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
  const work = useFixWork(c, filled, acts, attempt);
  const { step, at, states, stepActs } = work;
  const [why, setWhy] = useState(false);
  const [goneAsked, setGoneAsked] = useState(false);
  const [pasted, setPasted] = useState("");
  const [shown, setShown] = useState(false);
  const [flagging, setFlagging] = useState<FilledStep | null>(null);
  const { data: device } = useQuery(shownQuery(c.number, attempt !== undefined));
  const then = p.ordered.find((o) => o.key !== filled.key && filled.together.includes(o.key));
  const allThere = () =>
    void acts.facts(Object.fromEntries(filled.needs.map((need) => [need.fact, need.wanted])));
  // with all steps done, the last one is meant
  const flaggable = isPractice(c) ? undefined : (step ?? filled.steps.at(-1));
  const needsOpen = filled.needs.some((need) => need.state !== "yes");

  useKeys(
    words.keys.inFix,
    [
      {
        key: "c",
        says: words.case.copyKey,
        act: () => stepActs.copy(work.nextCopy),
        alive: (step?.commands.length ?? 0) > 0 && !work.asksFirst,
      },
      {
        key: "s",
        says: words.case.sayIt,
        act: () => work.setSaying(at),
        alive: (step?.commands[work.nextCopy]?.spoken.length ?? 0) > 0 && !work.asksFirst,
      },
      {
        key: "f",
        says: words.case.done,
        act: stepActs.done,
        alive: step !== undefined && !work.asksFirst && work.unread.length === 0,
      },
      {
        key: "t",
        says: then ? words.case.togetherWith(then.title) : "",
        act: () => void work.outcome("not-retested").then(() => then && p.onThen(then.key)),
        alive: then !== undefined,
      },
      {
        key: "q",
        says: words.case.triedBefore,
        act: () => void acts.triedBefore(filled.key),
        alive: attempt === undefined,
      },
      { key: "v", says: words.case.showIt, act: () => setShown(true) },
      {
        key: "!",
        says: words.flags.flag,
        act: () => setFlagging(flaggable ?? null),
        alive: flaggable !== undefined,
      },
      { key: "j", says: words.case.skip, act: stepActs.skip, alive: step !== undefined },
      { key: "z", says: words.case.undoStep, act: stepActs.undo, alive: work.lastBehind >= 0 },
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
      { key: "w", says: words.outcomes.worked ?? "", act: () => work.ends("worked") },
      { key: "n", says: words.outcomes["no-change"] ?? "", act: () => work.ends("no-change") },
      {
        key: "x",
        says: words.outcomes["could-not-apply"] ?? "",
        act: () => void work.outcome("could-not-apply"),
      },
      { key: "d", says: words.outcomes["different-error"] ?? "", act: () => setGoneAsked(true) },
    ],
    KEY_LEVEL.part,
  );

  usePaste(setPasted);

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
      <Presence link={device?.link?.fix === filled.key ? device.link : null} />
      {why && p.planned && <WhyHere step={p.planned} error={c.error} />}
      <Needs needs={filled.needs} onAll={allThere} onNot={(fact) => void acts.facts({ [fact]: "no" })} />
      {at === 0 && <Prose text={filled.intro} />}
      {at === 0 && <Told fix={filled} />}
      {filled.steps.slice(0, at).map((s) => (
        <Fragment key={s.index}>
          <StepLine
            step={s}
            state={states[s.index] ?? "open"}
            onUndo={s.index === work.lastBehind ? stepActs.undo : undefined}
          />
          <FlagsOfStep n={c.number} fix={filled.key} step={s.index} />
        </Fragment>
      ))}
      <FromDevice
        n={c.number}
        answers={device?.answers ?? []}
        at={at}
        minutes={work.minutes}
        onSettle={acts.answer}
      />
      {step && (
        <CurrentStep
          key={at}
          id={`${c.number}.${filled.key}.${at}`}
          step={step}
          asking={work.asking}
          seen={work.seen}
          nextCopy={work.nextCopy}
          items={work.items}
          notes={work.notes}
          saying={work.saying === at}
          onSaying={(on) => work.setSaying(on ? at : -1)}
          onFlag={flaggable && (() => setFlagging(step))}
          acts={stepActs}
        />
      )}
      {step && <FlagsOfStep n={c.number} fix={filled.key} step={step.index} />}
      {flagging && (
        <FlagForm
          n={c.number}
          fix={filled.key}
          step={flagging.index}
          title={flagging.title}
          onLeave={() => setFlagging(null)}
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
            stepActs.reading.output(pasted, step ? activeItem(step, work.items) : null);
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
            work.ends("different-error");
          }}
          onStill={() => {
            setGoneAsked(false);
            work.ends("no-change");
          }}
          onLeave={() => setGoneAsked(false)}
        />
      )}
      {work.endsAs !== "" && (
        <OffPage
          steps={work.untouched.map((s) => s.title)}
          onYes={() => void work.doneOffPage(work.endsAs)}
          onNo={() => {
            work.setEndsAs("");
            void work.outcome(work.endsAs);
          }}
          onLeave={() => work.setEndsAs("")}
        />
      )}
      {shown && (
        <ShowIt
          n={c.number}
          fix={filled.key}
          link={device?.link?.fix === filled.key ? device.link : null}
          onOut={acts.refresh}
          onLeave={() => setShown(false)}
        />
      )}
      <footer className="outcomes">
        <KeyButton k="w" onPress={() => work.ends("worked")}>
          {words.outcomes.worked}
        </KeyButton>
        <KeyButton k="n" onPress={() => work.ends("no-change")}>
          {words.outcomes["no-change"]}
        </KeyButton>
        <KeyButton k="d" onPress={() => setGoneAsked(true)}>
          {words.outcomes["different-error"]}
        </KeyButton>
        <KeyButton k="x" onPress={() => void work.outcome("could-not-apply")}>
          {words.outcomes["could-not-apply"]}
        </KeyButton>
        {then && (
          <KeyButton k="t" onPress={() => void work.outcome("not-retested").then(() => p.onThen(then.key))}>
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
            onClick: (e) => work.ends(e.key),
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
