import type { FilledStep, Judged, Prompt, StepQuestion, ToGet } from "../../api";
import { KEY_LEVEL, Key, KeyButton, Prose, useKeys } from "../../look";
import { words } from "../../words";

/** What was seen of what a condition compares. */
function Seen({ judged }: { judged: Judged }) {
  const seen = Object.entries(judged.seen);
  if (seen.length === 0) return <span className="soft"> · {words.case.notSeenYet}</span>;
  return (
    <span className="soft"> · {seen.map(([name, value]) => words.case.isValue(name, value)).join(", ")}</span>
  );
}

/** What should be so, beside what was seen. */
export function Checks({ checks }: { checks: Judged[] }) {
  return (
    <>
      {checks.map((c) => (
        <div key={c.expected} className={`expect check ${c.state}`}>
          <span className="label">{words.case.check}</span> {c.expected}
          <Seen judged={c} />
          {c.state !== "depends" && (
            <b> {c.state === "yes" ? words.case.holds : c.why || words.case.holdsNot}</b>
          )}
          {c.then && c.state !== "no" && <span> {c.then}</span>}
        </div>
      ))}
    </>
  );
}

/** Whether the fix has anything to do; if not, one key says so. */
export function OnlyIf({ judged, onNothing }: { judged: Judged; onNothing: () => void }) {
  if (judged.state !== "no") {
    return (
      <div className="expect">
        <span className="label">{words.case.goesOnIf}</span> {judged.expected}
        <Seen judged={judged} />
      </div>
    );
  }
  return (
    <div className="only-if" role="alert">
      <span>
        {words.case.goesOnNot} {judged.why || judged.expected}.
      </span>
      <KeyButton k="m" strong onPress={onNothing}>
        {judged.then || words.outcomes["nothing-to-do"]}
      </KeyButton>
    </div>
  );
}

/** Prompts that will appear, named before they do. */
export function Answers({ answers }: { answers: Prompt[] }) {
  return (
    <>
      {answers.map((a) => (
        <div key={a.prompt} className="expect answer-row">
          <span className="label">{words.case.itAsks}</span> <code className="mono">{a.prompt}</code>{" "}
          <span className="label">{words.case.answerWith}</span>{" "}
          <code className="mono answer">{a.answer}</code>
          {a.why && (
            <>
              {" "}
              <Prose text={a.why} />
            </>
          )}
        </div>
      ))}
    </>
  );
}

/** What must be fetched: those for this device, and those of which that is not known yet. */
export function Gets({ gets }: { gets: ToGet[] }) {
  return (
    <>
      {gets
        .filter((g) => g.applies !== "no")
        .map((g) => (
          <div key={g.address + g.when} className="expect">
            <span className="label">{words.case.getIt}</span> <b>{g.name}</b>{" "}
            {g.origin && <span>{words.case.getFrom(g.origin)} </span>}
            <code className="mono">{g.address}</code>
            <span className="soft">
              {[
                g.size,
                g.asOf && words.case.asOf(g.asOf),
                g.applies === "depends" && `${words.case.onlyWhere} ${g.when}`,
              ]
                .filter(Boolean)
                .map((x) => ` · ${x}`)}
            </span>
          </div>
        ))}
    </>
  );
}

/** Questions inside a step; the first open one is answered by digits, 0 is "they don't know". */
export function StepQuestions(p: { asks: StepQuestion[]; onAnswer: (sets: string, value: string) => void }) {
  const open = p.asks.find((a) => a.answer === null);
  const choices = open
    ? [...open.choices.map((c, i) => ({ key: String(i + 1), value: c })), { key: "0", value: "dont-know" }]
    : [];
  const say = (value: string) => (value === "dont-know" ? words.case.margin.dontKnow : value);
  useKeys(
    words.keys.inFix,
    choices.map((c) => ({
      key: c.key,
      says: `${open?.text ?? ""} ${say(c.value)}`,
      act: () => open && p.onAnswer(open.sets, c.value),
    })),
    KEY_LEVEL.part,
  );
  return (
    <>
      {p.asks.map((a) => (
        <div key={a.sets} className="expect step-question">
          <span>{a.text}</span>
          {a === open ? (
            choices.map((c) => (
              <KeyButton key={c.key} k={c.key} onPress={() => p.onAnswer(a.sets, c.value)}>
                {say(c.value)}
              </KeyButton>
            ))
          ) : (
            <b>{a.answer === null ? "" : say(a.answer)}</b>
          )}
          {a.answer !== null && (
            <button type="button" className="plain" onClick={() => p.onAnswer(a.sets, "")}>
              {words.case.undoStep}
            </button>
          )}
        </div>
      ))}
    </>
  );
}

/** What somebody has to do later because of this step. */
export function Later({ followUps }: { followUps: FilledStep["followUps"] }) {
  return (
    <>
      {followUps.map((u) => (
        <div key={u.text} className="expect">
          <span className="label">{words.case.later}</span>{" "}
          <Prose text={u.who ? `${u.text} (${u.who})` : u.text} />
        </div>
      ))}
    </>
  );
}

/** The key that copies, say it beside it, and the tick of a repeated step's item. */
export function CommandKeys(p: {
  first: boolean;
  item: string;
  itemDone: boolean;
  spoken: boolean;
  onCopy: () => void;
  onSay: () => void;
  onItem: () => void;
}) {
  return (
    <span className="command-keys">
      {p.spoken && (
        <button type="button" className="command-copy" onClick={p.onSay}>
          {p.first && <Key k="s" />} {words.case.sayIt}
        </button>
      )}
      <button type="button" className="command-copy" onClick={p.onCopy}>
        {p.first && <Key k="c" />} {words.case.copyKey}
      </button>
      {p.item !== "" && (
        <button
          type="button"
          className="command-copy"
          aria-pressed={p.itemDone}
          aria-label={words.case.doneItem(p.item)}
          onClick={p.onItem}
        >
          {p.itemDone ? "✓" : words.case.itemDone}
        </button>
      )}
    </span>
  );
}
