import type { ErrorEvidence, FixEvidence } from "../api";
import { words } from "../words";
import { labelEvery, monthPoints, monthsBetween, releaseMarks } from "./plot";

const [WIDTH, HEIGHT, LEFT] = [640, 120, 34];
const R = 5;

/** A fix's success month by month with what is plausible, and where releases came; each month opens its tries. */
export function Months(p: {
  fix: FixEvidence;
  releases: ErrorEvidence["releases"];
  chosen: string;
  onMonth: (month: string) => void;
}) {
  const { byMonth } = p.fix;
  const first = byMonth[0];
  const last = byMonth.at(-1);
  if (!first || !last) return <p className="soft">{words.evidence.error.noMonths}</p>;
  const months = monthsBetween(first.month, last.month);
  const every = labelEvery(months.length, WIDTH);
  const points = monthPoints(byMonth, months, WIDTH, HEIGHT);
  const name = words.common.month;
  return (
    <svg
      className="mark months"
      viewBox={`${-LEFT} -26 ${WIDTH + LEFT + 10} ${HEIGHT + 56}`}
      role="group"
      aria-label={words.evidence.error.months(p.fix.title)}
    >
      <path className="ruler" d={`M0 0H${WIDTH}M0 ${HEIGHT}H${WIDTH}`} />
      <text x={-8} y={5} textAnchor="end">
        100
      </text>
      <text x={-8} y={HEIGHT + 5} textAnchor="end">
        0
      </text>
      {releaseMarks(p.releases, months, WIDTH).map((r) => (
        <g key={r.version}>
          <path className="stop" d={`M${r.x} -22V${HEIGHT}`} />
          <text x={r.x + 5} y={-12}>
            {r.version}
          </text>
        </g>
      ))}
      {months.map((m, i) =>
        i % every === 0 ? (
          <text key={m} x={((i + 0.5) * WIDTH) / months.length} y={HEIGHT + 22} textAnchor="middle">
            {words.common.monthShort(m)}
          </text>
        ) : null,
      )}
      {points.map((m) => (
        <g
          key={m.month}
          role="button"
          tabIndex={0}
          className={p.chosen === m.month ? "month chosen" : "month"}
          aria-pressed={p.chosen === m.month}
          aria-label={words.evidence.error.monthMark(name(m.month), m.held, m.tried)}
          onClick={() => p.onMonth(m.month)}
          onKeyDown={(e) => {
            if (e.key === "Enter" || e.key === " ") {
              e.preventDefault();
              p.onMonth(m.month);
            }
          }}
        >
          <title>{words.evidence.error.monthMark(name(m.month), m.held, m.tried)}</title>
          <rect className="hit" x={m.x - 14} y={-8} width={28} height={HEIGHT + 16} />
          <path className="thread" d={`M${m.x} ${m.top}V${m.bottom}`} strokeWidth={2.2} />
          <path
            className="thread"
            d={`M${m.x - R} ${m.y - R}l${2 * R} ${2 * R}m0 ${-2 * R}l${-2 * R} ${2 * R}`}
            strokeWidth={2.6}
          />
        </g>
      ))}
    </svg>
  );
}
