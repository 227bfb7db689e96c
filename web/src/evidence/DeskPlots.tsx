import type { DeskEvidence } from "../api";
import { Cross } from "../look";
import { words } from "../words";
import { MonthMark, MonthPlot } from "./MonthPlot";
import { crosses, firstFixPoints, share } from "./plot";

const w = words.evidence.desk;
const [WIDTH, HEIGHT] = [430, 84];
const MOST = 21;
const STITCH = 9;

/** The share of cases that the first fix ended, month by month; a month chooses its cases. */
export function FirstFixes(p: { months: DeskEvidence["months"]; onMonth: (month: string) => void }) {
  const points = firstFixPoints(p.months, WIDTH, HEIGHT);
  return (
    <MonthPlot label={w.months} months={p.months.map((m) => m.month)} width={WIDTH} height={HEIGHT}>
      <path className="running" d={`M${points.map((m) => `${m.x} ${m.y}`).join("L")}`} />
      {points.map((point, i) => {
        const m = p.months[i];
        if (!m) return null;
        const percent = words.common.percent(share(m.firstFix, m.cases) ?? 0);
        return (
          <MonthMark
            key={point.month}
            x={point.x}
            y={point.y}
            height={HEIGHT}
            says={w.monthMark(words.common.month(m.month), percent, m.cases)}
            onPress={() => p.onMonth(m.month)}
          />
        );
      })}
    </MonthPlot>
  );
}

/** How long solved cases took: rows of stitches, each standing for as many cases. The table is the plot. */
export function Durations({ bins }: { bins: DeskEvidence["bins"] }) {
  const sewn = crosses(
    bins.map((b) => b.cases),
    MOST,
  );
  const before = bins.at(-2)?.upTo ?? 0;
  return (
    <table className="durations">
      <tbody>
        {bins.map((b, i) => (
          <tr key={b.upTo ?? "more"}>
            <th scope="row">{b.upTo === null ? w.beyond(before) : w.upTo(b.upTo)}</th>
            <td>
              <svg className="mark" width={MOST * STITCH} height={14} aria-hidden="true">
                {Array.from({ length: sewn[i] ?? 0 }, (_, k) => (
                  <Cross key={k} x={6 + k * STITCH} y={7} r={3} width={1.6} />
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
