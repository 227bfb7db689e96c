import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

/** A different error has two meanings: the first message is gone and this fix worked for it, or it still stands. */
export function DifferentError(p: { onGone: () => void; onStill: () => void; onLeave: () => void }) {
  useKeys(
    words.keys.inCase,
    [
      { key: "y", says: words.case.yes, act: p.onGone },
      { key: "n", says: words.case.no, act: p.onStill },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="inline-ask" role="alertdialog" aria-label={words.case.gone}>
      <span>{words.case.gone}</span>
      <KeyButton k="y" onPress={p.onGone}>
        {words.case.yes}
      </KeyButton>
      <KeyButton k="n" onPress={p.onStill}>
        {words.case.no}
      </KeyButton>
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.cancel}
      </button>
    </div>
  );
}
