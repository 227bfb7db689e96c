import { Button, Input } from "antd";
import { Fragment, useState } from "react";
import type { FilledStep } from "../../api";
import { CommandText, Key, KeyButton, missingValue, Prose, useKept } from "../../look";
import { words } from "../../words";
import type { StepState } from "../caseState";
import { Destroying } from "./Destroying";
import { HeldBack } from "./HeldBack";
import { activeItem, openOf } from "./readingState";
import { type ReadingActs, Readings } from "./Readings";
import { SayIt } from "./SayIt";
import { Answers, Checks, CommandKeys, Gets, Later, OnlyIf, StepQuestions } from "./StepParts";

export interface StepActs {
  copy: (command: number) => void;
  done: () => void;
  skip: () => void;
  notHere: () => void;
  nothingToDo: () => void;
  undo: () => void;
  reading: ReadingActs;
  goOn: (reason: string) => void;
  park: () => void;
  /** A value that a command waits for. */
  value: (name: string, value: string) => void;
  /** An answer to a question of the step. */
  fact: (name: string, value: string) => void;
  /** Marks one item of a repeated step, or takes that back. */
  item: (item: string, done: boolean) => void;
  confirm: (heard: string) => Promise<boolean>;
  readBack: () => void;
  note: (text: string) => void;
}

/** Asks for the value that a command waits for. */
export function AskValue({ title, onValue }: { title: string; onValue: (value: string) => void }) {
  const [value, setValue] = useState("");
  return (
    <form
      className="ask-value"
      onSubmit={(e) => {
        e.preventDefault();
        if (value.trim()) onValue(value.trim());
      }}
    >
      <label>
        {words.case.giveValue(title)}
        <Input
          autoFocus
          className="mono"
          maxLength={1000}
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
      </label>
      <Button htmlType="submit" disabled={!value.trim()}>
        {words.common.save}
      </Button>
    </form>
  );
}

/** The step to do now: large, with its command, what should show, and where to paste what did. */
export function CurrentStep(p: {
  id: string;
  step: FilledStep;
  /** The value that a command waits for and somebody is asked to type; null if none is. */
  asking: { name: string; title: string; item: string } | null;
  seen: (item: string | null) => string | null;
  nextCopy: number;
  /** The items of a repeated step that are done. */
  items: Set<string>;
  /** What was noted about this step. */
  notes: string[];
  saying: boolean;
  onSaying: (on: boolean) => void;
  /** Something is wrong with what the step says. */
  /** None where a step cannot be flagged. */
  onFlag: (() => void) | undefined;
  acts: StepActs;
}) {
  const { step, acts } = p;
  const [note, setNote] = useKept(`step-note.${p.id}`, "");
  const [noting, setNoting] = useState(note !== "");
  const asksFirst = step.destroys !== "" && step.target !== "open";
  const item = activeItem(step, p.items);
  const unread = openOf(step, item);
  const said = step.commands[p.nextCopy];
  const left = step.items.filter((i) => !p.items.has(i)).length;
  const blank = step.commands[0] ? missingValue(step.commands[0]) : null;
  return (
    <div className="step current">
      <h3>
        <span className="step-number">{step.index + 1}</span> {step.title}
      </h3>
      {step.part && <p className="soft part-of">{words.case.partOf(step.part)}</p>}
      {step.runs && <p className="soft">{words.case.partMissing(step.runs)}</p>}
      {step.applies === "depends" && (
        <div className="only-if">
          <span>
            {words.case.onlyWhere} {step.when}
          </span>
          <KeyButton k="k" onPress={acts.notHere}>
            {words.case.notHereKey}
          </KeyButton>
        </div>
      )}
      {step.cautions.map((c) => (
        <div key={c} className="caution">
          <b>{words.case.caution}:</b> <Prose text={c} />
        </div>
      ))}
      <Prose text={step.prose} />
      <Gets gets={step.gets} />
      <Answers answers={step.answers} />
      {step.each !== "" && (
        <p className="soft">
          {step.items.length > 0
            ? words.case.forEach(step.items.length, step.each)
            : words.case.listUnknown(step.each)}
        </p>
      )}
      <HeldBack must={step.must} onGoOn={acts.goOn} />
      {asksFirst && !step.must.held && <Destroying step={step} onConfirm={acts.confirm} />}
      {!asksFirst && step.destroys && <p className="risk">{words.case.confirmed(step.destroys)}</p>}
      {(asksFirst ? [] : step.commands).map((c, i) => (
        <Fragment key={i}>
          <Prose text={c.before} />
          <div className="command">
            <CommandText pieces={c.pieces} onBlank={() => acts.copy(i)} />
            <CommandKeys
              first={i === p.nextCopy}
              item={c.item}
              itemDone={p.items.has(c.item)}
              spoken={c.spoken.length > 0}
              onCopy={() => acts.copy(i)}
              onSay={() => p.onSaying(true)}
              onItem={() => acts.item(c.item, !p.items.has(c.item))}
            />
          </div>
        </Fragment>
      ))}
      <Prose text={step.behind} />
      {p.saying && said && said.spoken.length > 0 && (
        <SayIt spoken={said.spoken} onLeave={() => p.onSaying(false)} onAll={acts.readBack} />
      )}
      {p.asking !== null && (
        <AskValue title={p.asking.title} onValue={(v) => acts.value(p.asking?.name ?? "", v)} />
      )}
      {!asksFirst && blank !== null && p.asking === null && (
        <p className="soft">{words.case.blank(blank.title)}</p>
      )}
      {step.expect.map((e) => (
        <div key={e} className="expect">
          <span className="label">{words.case.expect}</span> <Prose text={e} />
        </div>
      ))}
      {step.nothingShows && (
        <div className="expect">
          <span className="label">{words.case.nothingShows}</span> <Prose text={step.nothingShows} />
        </div>
      )}
      <StepQuestions asks={step.asks} onAnswer={acts.fact} />
      <Checks checks={step.checks} />
      {step.onlyIf && <OnlyIf judged={step.onlyIf} onNothing={acts.nothingToDo} />}
      {step.notes.map((note) => (
        <div key={note.keyword + note.text} className="expect">
          <span className="label">{note.keyword.toLowerCase()}</span> <Prose text={note.text} />
        </div>
      ))}
      {(step.doneWhen || step.minutes > 0) && (
        <div className="expect">
          {step.minutes > 0 && <span>{words.case.lasts(words.common.minutes(step.minutes))} </span>}
          {step.doneWhen && (
            <>
              <span className="label">{words.case.doneWhen}</span> <Prose text={step.doneWhen} />
            </>
          )}
        </div>
      )}
      {p.notes.map((n) => (
        <p key={n} className="soft">
          {n}
        </p>
      ))}
      {noting && (
        <Input
          autoFocus
          aria-label={words.case.stepNotePlace}
          placeholder={words.case.stepNotePlace}
          maxLength={4000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          onPressEnter={() => {
            if (note.trim()) acts.note(note.trim());
            setNote("");
            setNoting(false);
          }}
        />
      )}
      <Later followUps={step.followUps} />
      {!asksFirst && (
        <Readings
          key={`${p.id}.${item ?? ""}`}
          id={p.id}
          step={step}
          item={item}
          seen={p.seen(item)}
          asked={step.asks.some((a) => a.answer === null)}
          acts={acts.reading}
        />
      )}
      <div className="step-keys">
        {!asksFirst && !step.must.held && (
          <KeyButton
            k="f"
            strong
            onPress={acts.done}
            disabled={unread.length > 0}
            hint={unread[0] && words.case.reading.doneAfter(unread[0].title)}
          >
            {step.items.length > 0 && left > 1 ? words.case.itemDone : words.case.done}
          </KeyButton>
        )}
        {step.items.length > 0 && left > 0 && <span className="soft">{words.case.itemsLeft(left)}</span>}
        <KeyButton k="j" onPress={acts.skip}>
          {words.case.skip}
        </KeyButton>
        <button type="button" className="plain" onClick={() => setNoting(!noting)}>
          {words.case.stepNote}
        </button>
        {p.onFlag && (
          <button type="button" className="plain" onClick={p.onFlag}>
            <Key k="!" /> {words.flags.flag}
          </button>
        )}
        {(step.restartMinutes > 0 || step.waitMinutes > 0) && (
          <KeyButton
            k="r"
            onPress={acts.park}
            hint={
              step.restartMinutes > 0
                ? words.case.restart(words.common.minutes(step.restartMinutes))
                : words.case.waitFor(words.common.minutes(step.waitMinutes))
            }
          >
            {step.restartMinutes > 0 ? words.case.park : words.case.parkWait}
          </KeyButton>
        )}
      </div>
    </div>
  );
}

/** A step behind or ahead, in one line. */
export function StepLine({
  step,
  state,
  onUndo,
}: {
  step: FilledStep;
  state: StepState;
  onUndo?: () => void;
}) {
  return (
    <div className={`step-line ${state}`}>
      <span className="step-number">{step.index + 1}</span> <span>{step.title}</span>
      {step.part && <span className="soft"> · {step.part}</span>}
      {state === "done" && <span className="soft"> {words.case.stepDone}</span>}
      {state === "not-applicable" && (
        <span className="soft">
          {" "}
          {step.when === "" ? words.case.stepNotHere : words.case.stepNotWhere(step.when)}
        </span>
      )}
      {state === "off-page" && <span className="soft"> {words.case.stepOffPage}</span>}
      {state === "skipped" && <span className="soft"> {words.case.stepSkipped}</span>}
      {state === "open" && step.restartMinutes > 0 && (
        <span className="soft"> {words.case.restart(words.common.minutes(step.restartMinutes))}</span>
      )}
      {state === "open" && step.destroys && <span className="risk"> {words.risks.destroys}</span>}
      {onUndo && (
        <button type="button" className="plain" onClick={onUndo}>
          <Key k="z" /> {words.case.undoStep}
        </button>
      )}
    </div>
  );
}
