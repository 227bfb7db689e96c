import type { ErrorSheet } from "../../api";
import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

const t = words.case.retest;

export type Answered = "holds" | "does-not" | "not-tried";

/** What the runbook verifies, item by item: said to hold all together by ending the case, or answered one by one. */
export function Retest(p: {
  verify: ErrorSheet["verify"];
  /** What was said so far, in the order of the items; null while nobody said that something does not hold. */
  answers: Answered[] | null;
  onAsk: () => void;
  onAnswer: (state: Answered) => void;
}) {
  const { verify, answers } = p;
  const at = answers?.length ?? -1;
  const asking = answers !== null && at < verify.length;
  useKeys(
    words.keys.inCase,
    [
      { key: "v", says: t.ask, act: p.onAsk, alive: answers === null },
      { key: "y", says: t.holds, act: () => p.onAnswer("holds"), alive: asking },
      { key: "n", says: t.doesNot, act: () => p.onAnswer("does-not"), alive: asking },
      { key: "s", says: t.notTried, act: () => p.onAnswer("not-tried"), alive: asking },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="retest">
      <ul className="verify-list">
        {verify.map((v, i) => (
          <li key={v.text} aria-current={asking && i === at ? "step" : undefined}>
            {v.text} {v.required && <span className="soft">{words.case.mustShow(v.required)}</span>}
            {answers?.[i] && <b> {t.states[answers[i]]}</b>}
            {asking && i === at && (
              <span className="retest-keys">
                <KeyButton k="y" onPress={() => p.onAnswer("holds")}>
                  {t.holds}
                </KeyButton>
                <KeyButton k="n" onPress={() => p.onAnswer("does-not")}>
                  {t.doesNot}
                </KeyButton>
                <KeyButton k="s" onPress={() => p.onAnswer("not-tried")}>
                  {t.notTried}
                </KeyButton>
              </span>
            )}
          </li>
        ))}
      </ul>
      {answers === null && (
        <KeyButton k="v" onPress={p.onAsk}>
          {t.ask}
        </KeyButton>
      )}
    </div>
  );
}
