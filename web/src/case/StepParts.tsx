import type { Judged, Prompt } from "../api";
import { KeyButton, Prose } from "../look";
import { words } from "../words";

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
          <span className="label">{words.case.check}</span> <code className="mono">{c.expected}</code>
          <Seen judged={c} />
          {c.state !== "depends" && <b> {c.state === "yes" ? words.case.holds : words.case.holdsNot}</b>}
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
        <span className="label">{words.case.goesOnIf}</span> <code className="mono">{judged.expected}</code>
        <Seen judged={judged} />
      </div>
    );
  }
  return (
    <div className="only-if" role="alert">
      <span>
        {words.case.goesOnNot} <code className="mono">{judged.expected}</code>
        <Seen judged={judged} />
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
