import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { Coming, Failed, OutcomeMark } from "../look";
import { words } from "../words";
import { triesQuery } from "./api";

const FEW = 12;
const w = words.evidence.error;

/** Which of a fix's tries are meant: of a month, of some cases, or all. */
export interface Picked {
  month: string;
  cases: number[] | null;
}
export const ALL: Picked = { month: "", cases: null };

/** The cases behind a fix's numbers, each one a way into its case. States: loading, failed, filled. */
export function Tries(p: { error: string; fix: string; search: string; picked: Picked; onAll: () => void }) {
  const { month, cases } = p.picked;
  const [most, setMost] = useState(FEW);
  const { data, error, refetch } = useQuery(triesQuery(p.error, p.fix, p.search));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const all = data.tries
    .filter((t) => month === "" || t.month === month)
    .filter((t) => cases === null || cases.includes(t.caseNumber));
  const hidden = all.slice(most).length;
  return (
    <section className="tries-of">
      <h3>
        {month !== "" ? w.triesOf(w.inMonth(words.common.month(month))) : w.tries}{" "}
        {p.picked !== ALL && (
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
      {hidden > 0 && (
        <button type="button" className="plain soft" onClick={() => setMost(data.total)}>
          {w.more(hidden)}
        </button>
      )}
      {data.total > data.tries.length && (
        <p className="soft">{w.newestOnly(data.tries.length, data.total)}</p>
      )}
    </section>
  );
}
