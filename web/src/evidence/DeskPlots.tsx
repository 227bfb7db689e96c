import type { DeskEvidence } from "../api";
import { words } from "../words";
import { crosses, labelEvery, share } from "./plot";

const w = words.evidence.desk;
const [WIDTH, HEIGHT] = [430, 84];
const R = 4;
const MOST = 7;

const cross = (x: number, y: number, r = R) =>
  `M${x - r} ${y - r}l${2 * r} ${2 * r}m0 ${-2 * r}l${-2 * r} ${2 * r}`;

/** The share of cases that the first fix ended, month by month; a month opens its cases. */
export function FirstFixes(p: { months: DeskEvidence["months"]; onMonth: (month: string) => void }) {
  const step = WIDTH / Math.max(1, p.months.length);
  const every = labelEvery(p.months.length, WIDTH);
  const at = p.months.map((m, i) => ({
    ...m,
    x: (i + 0.5) * step,
    y: HEIGHT * (1 - (share(m.firstFix, m.cases) ?? 0)),
  }));
  return (
    <svg
      className="mark months"
      viewBox={`-34 -12 ${WIDTH + 44} ${HEIGHT + 42}`}
      role="group"
      aria-label={w.months}
    >
      <path className="ruler" d={`M0 0H${WIDTH}M0 ${HEIGHT}H${WIDTH}`} />
      <text x={-8} y={5} textAnchor="end">
        100
      </text>
      <text x={-8} y={HEIGHT + 5} textAnchor="end">
        0
      </text>
      <path className="running" d={at.map((m, i) => `${i === 0 ? "M" : "L"}${m.x} ${m.y}`).join("")} />
      {at.map((m, i) =>
        i % every === 0 ? (
          <text key={m.month} x={m.x} y={HEIGHT + 22} textAnchor="middle" aria-hidden="true">
            {words.common.monthShort(m.month)}
          </text>
        ) : null,
      )}
      {at.map((m) => {
        const says = w.monthMark(
          words.common.month(m.month),
          words.common.percent(share(m.firstFix, m.cases) ?? 0),
          m.cases,
        );
        return (
          <g
            key={m.month}
            role="button"
            tabIndex={0}
            className="month"
            aria-label={says}
            onClick={() => p.onMonth(m.month)}
            onKeyDown={(e) => {
              if (e.key === "Enter") p.onMonth(m.month);
            }}
          >
            <title>{says}</title>
            <rect className="hit" x={m.x - step / 2} y={-8} width={step} height={HEIGHT + 16} />
            <path className="thread" d={cross(m.x, m.y)} strokeWidth={2.2} />
          </g>
        );
      })}
    </svg>
  );
}

/** How long solved cases took: rows of stitches, each standing for as many cases. The table is the plot. */
export function Durations({ bins }: { bins: DeskEvidence["bins"] }) {
  const sewn = crosses(
    bins.map((b) => b.cases),
    MOST * 3,
  );
  const before = bins.at(-2)?.upTo ?? 0;
  return (
    <table className="durations">
      <tbody>
        {bins.map((b, i) => (
          <tr key={b.upTo ?? "more"}>
            <th scope="row">{b.upTo === null ? w.beyond(before) : w.upTo(b.upTo)}</th>
            <td>
              <svg className="mark" width={MOST * 3 * 9} height={14} aria-hidden="true">
                {Array.from({ length: sewn[i] ?? 0 }, (_, k) => (
                  <path key={k} className="thread" d={cross(6 + k * 9, 7, 3)} strokeWidth={1.6} />
                ))}
              </svg>
            </td>
            <td className="soft count">{b.cases}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
