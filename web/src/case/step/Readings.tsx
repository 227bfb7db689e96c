import { Button, Input } from "antd";
import { useState } from "react";
import type { FilledStep } from "../../api";
import { Key, KEY_LEVEL, KeyButton, useKept, useKeys } from "../../look";
import { words } from "../../words";
import { OutputBox } from "./OutputBox";
import { capturesOf, drawn, type Open, openOf, readOf } from "./readingState";

const m = words.case.reading;
/** As many as digits are left beside "not there" and "not known". */
const DIGITS = 8;

export interface ReadingActs {
  output: (text: string, item: string | null) => void;
  /** Which of several places or rows it is. */
  pick: (clause: number, row: number, item: string | null) => void;
  /** What the caller said, by name. */
  heard: (clause: number, values: Record<string, string>, item: string | null) => void;
  none: (clause: number, how: "not-there" | "not-known", item: string | null) => void;
}

/** Where what a step printed is pasted or typed; what is half typed belongs to the step and waits in this browser. */
function Output(p: {
  id: string;
  item: string | null;
  seen: string | null;
  step: FilledStep;
  acts: ReadingActs;
}) {
  const [text, setText] = useKept(`output.${p.id}.${p.item ?? ""}`, "");
  const captures = capturesOf(p.step, p.item);
  const send = (t: string) => {
    if (t.trim() === "") return;
    p.acts.output(t, p.item);
    setText("");
  };
  const marks = captures.flatMap((c) => c.marks);
  return (
    <div className="output">
      {p.seen !== null && (
        <pre className="seen mono" aria-label={words.case.outputKept}>
          {drawn(p.seen.slice(0, 4_000), marks).map((x) =>
            x.title === "" ? (
              x.text
            ) : (
              <span key={x.from} className="drawn-value" title={x.title}>
                {x.text}
              </span>
            ),
          )}
        </pre>
      )}
      <OutputBox
        label={p.item === null ? words.case.output : m.outputOf(p.item)}
        text={text}
        onText={setText}
        onSend={send}
      />
    </div>
  );
}

/** Typed as the caller says it; Enter takes it. */
function Heard(p: { open: Open; onHeard: (values: Record<string, string>) => void; onLeave: () => void }) {
  const [values, setValues] = useState<Record<string, string>>({});
  const full = p.open.wanted.every((w) => (values[w.name] ?? "").trim() !== "");
  return (
    <form
      className="ask-value"
      onSubmit={(e) => {
        e.preventDefault();
        if (full) p.onHeard(values);
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") p.onLeave();
      }}
    >
      {p.open.wanted.map((w, i) => (
        <label key={w.name}>
          {p.open.list ? m.heardList(w.title) : m.heard(w.title)}
          <Input
            autoFocus={i === 0}
            className="mono"
            maxLength={1000}
            value={values[w.name] ?? ""}
            onChange={(e) => setValues({ ...values, [w.name]: e.target.value })}
          />
        </label>
      ))}
      <Button htmlType="submit" disabled={!full}>
        {words.common.save}
      </Button>
    </form>
  );
}

/** What the step reads: what it printed with the values drawn into it, what was read, and what is still open, one thing at a time. */
export function Readings(p: {
  id: string;
  step: FilledStep;
  item: string | null;
  seen: string | null;
  /** Whether digits answer a question of the step first. */
  asked: boolean;
  acts: ReadingActs;
}) {
  const { step, item, acts } = p;
  const open = openOf(step, item);
  const first = open[0];
  const [typing, setTyping] = useState(false);
  const places = first?.places.slice(0, DIGITS) ?? [];
  const choice = first?.clause === -1;
  const mayLook = first !== undefined && !(choice && first.places.length === 0);
  const alive = mayLook && !p.asked;
  const none = (how: "not-there" | "not-known") => first && acts.none(first.clause, how, item);
  useKeys(
    words.keys.inFix,
    [
      ...places.map((x, i) => ({
        key: String(i + 1),
        says: `${first?.title ?? ""}: ${x.values.join(" · ")}`,
        act: () => first && acts.pick(first.clause, i, item),
        alive,
      })),
      { key: "9", says: m.notThere, act: () => none("not-there"), alive: alive && !choice },
      { key: "0", says: m.notKnown, act: () => none("not-known"), alive },
      { key: "Enter", says: m.typeIt, act: () => setTyping(true), alive: alive && !choice },
    ],
    KEY_LEVEL.part,
  );
  const reads = step.captures.length > 0;
  return (
    <div className="readings">
      {(reads || step.commands.length > 0 || step.checks.length > 0) &&
        (step.each === "" || item !== null) && (
          <Output key={item} id={p.id} item={item} seen={p.seen} step={step} acts={acts} />
        )}
      {readOf(step, item).map((r) => (
        <p key={r.title} className="reading">
          <span className="label">{r.title}</span> <b className="mono">{r.value}</b>{" "}
          {r.how !== "not-there" && r.how !== "not-known" && <span className="soft">{m.hows[r.how]}</span>}
        </p>
      ))}
      {first && choice && first.places.length === 0 && <p className="reading soft">{m.listFirst}</p>}
      {first && mayLook && (
        <div className="reading-open" role="group" aria-label={first.title}>
          <p>
            {choice ? step.choose?.text || m.whichRow : ""}
            {!choice && first.places.length > 1 && m.several(first.title, first.places.length)}
            {!choice && first.places.length === 0 && p.seen !== null && <b>{m.notFound(first.title)}</b>}
            {!choice && first.places.length === 0 && p.seen === null && m.reads(first.title)}
          </p>
          {places.map((x, i) => (
            <button
              key={x.line + x.values.join("\u0000")}
              type="button"
              className="place"
              onClick={() => acts.pick(first.clause, i, item)}
            >
              {alive && <Key k={String(i + 1)} />} <b className="mono">{x.values.join(" · ")}</b>
              {x.line !== "" && x.line !== x.values.join(" ") && <span className="mono soft">{x.line}</span>}
            </button>
          ))}
          {first.places.length > DIGITS && <p className="soft">{m.more(first.places.length - DIGITS)}</p>}
          {typing && !choice ? (
            <Heard
              open={first}
              onLeave={() => setTyping(false)}
              onHeard={(values) => {
                setTyping(false);
                acts.heard(first.clause, values, item);
              }}
            />
          ) : (
            <div className="step-keys">
              {!choice && (
                <KeyButton k="↵" onPress={() => setTyping(true)}>
                  {m.typeIt}
                </KeyButton>
              )}
              {!choice && (
                <KeyButton k="9" onPress={() => none("not-there")}>
                  {m.notThere}
                </KeyButton>
              )}
              <KeyButton k="0" onPress={() => none("not-known")}>
                {m.notKnown}
              </KeyButton>
              {open.length > 1 && <span className="soft">{m.then(open.slice(1).map((o) => o.title))}</span>}
            </div>
          )}
        </div>
      )}
    </div>
  );
}
