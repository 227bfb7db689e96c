import { useEffect } from "react";
import { intoView, KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

const t = words.case.offPage;

/** A fix ends with steps that nobody touched here: were they done where nobody saw it? Asked once, answered by one key. */
export function OffPage(p: { steps: string[]; onYes: () => void; onNo: () => void; onLeave: () => void }) {
  const { steps, onNo } = p;
  useEffect(() => {
    // the last step was just being marked done when the end was pressed
    if (steps.length === 0) onNo();
  }, [steps.length, onNo]);
  useKeys(
    words.keys.inCase,
    [
      { key: "y", says: t.yes, act: p.onYes },
      { key: "n", says: t.no, act: p.onNo },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div ref={intoView} className="inline-ask off-page" role="alertdialog" aria-label={t.ask(p.steps.length)}>
      <span>
        {t.ask(p.steps.length)} <span className="soft">{p.steps.slice(0, 3).join(" · ")}</span>
      </span>
      <KeyButton k="y" onPress={p.onYes}>
        {t.yes}
      </KeyButton>
      <KeyButton k="n" onPress={p.onNo}>
        {t.no}
      </KeyButton>
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.cancel}
      </button>
    </div>
  );
}
