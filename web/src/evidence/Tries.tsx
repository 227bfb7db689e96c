import { useState } from "react";
import { Link } from "react-router";
import type { FixEvidence } from "../api";
import { OutcomeMark } from "../look";
import { words } from "../words";

const FEW = 12;
const w = words.evidence.error;

/** The cases behind a fix's numbers, each one a way into its case. */
export function Tries(p: { fix: FixEvidence; month: string; since: number[] | null; onAll: () => void }) {
  const [most, setMost] = useState(FEW);
  const all = [...p.fix.tries]
    .reverse()
    .filter((t) => p.month === "" || t.month === p.month)
    .filter((t) => p.since === null || p.since.includes(t.caseNumber));
  const picked = p.month !== "" || p.since !== null;
  return (
    <section className="tries-of">
      <h3>
        {p.month !== "" ? w.triesOf(w.inMonth(words.common.month(p.month))) : w.tries}{" "}
        {picked && (
          <button type="button" className="plain soft" onClick={p.onAll}>
            {w.allOf}
          </button>
        )}
      </h3>
      <ul>
        {all.slice(0, most).map((t, i) => (
          <li key={`${t.caseNumber}-${i}`}>
            <OutcomeMark outcome={t.held ? "worked" : "no-change"} size={20} />
            <Link to={`/case/${t.caseNumber}`}>{t.caseNumber}</Link>
            <span className="soft">
              {w.tryLine(words.common.month(t.month), t.version)}
              {t.first && ` · ${w.first}`}
              {t.minutes !== null && ` · ${words.common.minutes(t.minutes)}`}
            </span>
          </li>
        ))}
      </ul>
      {all.length > most && (
        <button type="button" className="plain soft" onClick={() => setMost(most * 4)}>
          {w.more(all.length - most)}
        </button>
      )}
    </section>
  );
}
