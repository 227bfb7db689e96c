import { useState } from "react";
import { Link } from "react-router";
import type { FixEvidence } from "../api";
import { StitchBar } from "../look";
import { words } from "../words";

const MOST_LINKS = 24;

/** What is measured of one fix, as a stitch bar; pressed, the counts by month and the cases behind it. */
export function EvidenceBeside({ e }: { e: FixEvidence | undefined }) {
  const [open, setOpen] = useState(false);
  if (!e || e.tried + e.together === 0) return <span className="soft">{words.case.never}</span>;
  const says = e.tried === 0 ? words.common.neverAlone : words.library.triedOf(e.held, e.tried);
  const range =
    e.low !== null && e.high !== null
      ? words.case.range(words.common.percent(e.low), words.common.percent(e.high))
      : words.case.little;
  return (
    <div className="evidence-beside">
      <button type="button" className="bar-button" aria-expanded={open} onClick={() => setOpen(!open)}>
        <StitchBar chance={e.chance} low={e.low} high={e.high} worked={e.held} tried={e.tried} says={says} />
        <span className="soft">
          {e.chance !== null ? words.common.outOfTen(e.chance) : says} · {words.common.minutes(e.minutes)}
        </span>
      </button>
      {open && (
        <div className="evidence-detail">
          <p>
            {says};{" "}
            {e.chance !== null && `${words.common.percent(e.chance)} ${words.library.asFirst}, ${range}`}
          </p>
          {e.together > 0 && <p>{words.common.together(e.together, e.credit)}</p>}
          <table>
            <caption>{words.library.months}</caption>
            <tbody>
              {e.byMonth.map((m) => (
                <tr key={m.month}>
                  <td>{m.month}</td>
                  <td>{words.library.triedOf(m.held, m.tried)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="soft">
            {e.caseNumbers.slice(-MOST_LINKS).map((n) => (
              <Link key={n} to={`/case/${n}`}>
                {n}{" "}
              </Link>
            ))}
          </p>
        </div>
      )}
    </div>
  );
}
