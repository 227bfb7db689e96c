import type { ErrorEvidence, FixEvidence } from "../api";
import { words } from "../words";
import { MonthMark, MonthPlot } from "./MonthPlot";
import { monthPoints, monthsBetween, releaseMarks } from "./plot";

const [WIDTH, HEIGHT] = [640, 120];

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
  return (
    <MonthPlot
      label={words.evidence.error.months(p.fix.title)}
      months={months}
      width={WIDTH}
      height={HEIGHT}
      above={26}
    >
      {releaseMarks(p.releases, months, WIDTH).map((r) => (
        <g key={r.version}>
          <path className="stop" d={`M${r.x} -22V${HEIGHT}`} />
          <text x={r.x + 5} y={-12}>
            {r.version}
          </text>
        </g>
      ))}
      {monthPoints(byMonth, months, WIDTH, HEIGHT).map((m) => (
        <MonthMark
          key={m.month}
          x={m.x}
          y={m.y}
          height={HEIGHT}
          says={words.evidence.error.monthMark(words.common.month(m.month), m.held, m.tried)}
          chosen={p.chosen === m.month}
          onPress={() => p.onMonth(m.month)}
        >
          <path className="thread" d={`M${m.x} ${m.top}V${m.bottom}`} strokeWidth={2.2} />
        </MonthMark>
      ))}
    </MonthPlot>
  );
}
