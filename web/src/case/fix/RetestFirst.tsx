import type { Attempt } from "../../api";
import { Key, KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";

/** A fix was done and nobody tried the original action: before the next one, is it gone already? */
export function RetestFirst(p: {
  last: Attempt;
  verify: string;
  onOutcome: (outcome: string) => void;
  onLater: () => void;
}) {
  useKeys(
    words.case.retestFirst,
    [
      { key: "w", says: words.case.retestWorked, act: () => p.onOutcome("worked") },
      { key: "n", says: words.case.retestStill, act: () => p.onOutcome("no-change") },
      { key: "Escape", says: words.case.retestLater, act: p.onLater },
    ],
    KEY_LEVEL.part,
  );
  return (
    <div className="open-fix">
      <header>
        <h2>{words.case.retestFirst}</h2>
      </header>
      <p>{words.case.retestText(p.last.title)}</p>
      <p className="soft">{words.case.outcomeHint(p.verify)}</p>
      <footer className="outcomes">
        <KeyButton k="w" strong onPress={() => p.onOutcome("worked")}>
          {words.case.retestWorked}
        </KeyButton>
        <KeyButton k="n" onPress={() => p.onOutcome("no-change")}>
          {words.case.retestStill}
        </KeyButton>
        <button type="button" className="plain" onClick={p.onLater}>
          <Key k="Esc" /> {words.case.retestLater}
        </button>
      </footer>
    </div>
  );
}
