import { useEffect, useRef } from "react";
import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

/** What was pasted outside a text box: the output of the current step, or another text of the case? */
export function Pasted(p: {
  withStep: boolean;
  onOutput: () => void;
  onText: () => void;
  onLeave: () => void;
}) {
  useKeys(
    words.keys.inCase,
    [
      { key: "1", says: words.case.pasteOutput, act: p.onOutput, alive: p.withStep },
      { key: "2", says: words.case.pasteText, act: p.onText },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  const ask = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // what asks stands where it is seen
    ask.current?.scrollIntoView?.({ block: "nearest" });
  }, []);
  return (
    <div className="inline-ask" ref={ask} role="alertdialog" aria-label={words.case.pasteAsk}>
      <span>{words.case.pasteAsk}</span>
      {p.withStep && (
        <KeyButton k="1" onPress={p.onOutput}>
          {words.case.pasteOutput}
        </KeyButton>
      )}
      <KeyButton k="2" onPress={p.onText}>
        {words.case.pasteText}
      </KeyButton>
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.cancel}
      </button>
    </div>
  );
}
