import { useState } from "react";
import type { Spoken } from "../../api";
import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

/** A command read out over the phone, piece by piece: what was read back is behind, the next piece stands large with its names. */
export function SayIt(p: { spoken: Spoken[]; onLeave: () => void; onAll: () => void }) {
  const [at, setAt] = useState(0);
  const now = p.spoken[at];
  const next = () => {
    if (at + 1 >= p.spoken.length) p.onAll();
    setAt(Math.min(at + 1, p.spoken.length));
  };
  const back = () => setAt(Math.max(0, at - 1));
  useKeys(
    words.case.sayIt,
    [
      { key: " ", says: words.case.readBack, act: next, alive: now !== undefined },
      { key: "ArrowLeft", says: words.case.sayAgain, act: back, alive: at > 0 },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="say-it" role="dialog" aria-label={words.case.sayIt}>
      <p className="said-line mono" aria-hidden="true">
        {p.spoken.map((c, i) => (
          <span key={i} className={i < at ? "behind" : i === at ? "here" : "ahead"}>
            {c.text}
            {c.spaceAfter && <span className="gap">␣</span>}
            {c.endsLine && i + 1 < p.spoken.length && <br />}
          </span>
        ))}
      </p>
      {now ? (
        <div aria-live="polite">
          <p className="piece mono">{now.text}</p>
          <p className="names">
            {now.said}
            {now.spaceAfter && <b>, {words.case.space}</b>}
            {now.endsLine && at + 1 < p.spoken.length && <b>, {words.case.newLine}</b>}
          </p>
        </div>
      ) : (
        <p>{words.case.sayEnd}</p>
      )}
      <div className="step-keys">
        {now && (
          <KeyButton k="␣" strong onPress={next}>
            {words.case.readBack}
          </KeyButton>
        )}
        {at > 0 && (
          <KeyButton k="←" onPress={back}>
            {words.case.sayAgain}
          </KeyButton>
        )}
        <button type="button" className="plain" onClick={p.onLeave}>
          {words.common.close}
        </button>
        {at === 0 && <span className="soft">{words.case.sayHint}</span>}
      </div>
    </div>
  );
}
