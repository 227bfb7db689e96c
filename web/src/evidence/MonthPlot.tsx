import type { ReactNode } from "react";
import { Cross } from "../look";
import { words } from "../words";
import { monthLabels } from "./plot";

/** The frame of a plot of shares over months: 0 to 100, and the months' names. Behind it stands a table, see Numbers. */
export function MonthPlot(p: {
  label: string;
  months: string[];
  width: number;
  height: number;
  above?: number;
  children: ReactNode;
}) {
  const above = p.above ?? 12;
  return (
    <svg
      className="mark months"
      viewBox={`-34 ${-above} ${p.width + 44} ${p.height + above + 30}`}
      role="group"
      aria-label={p.label}
    >
      <path className="ruler" d={`M0 0H${p.width}M0 ${p.height}H${p.width}`} />
      <text x={-8} y={5} textAnchor="end">
        100
      </text>
      <text x={-8} y={p.height + 5} textAnchor="end">
        0
      </text>
      {monthLabels(p.months, p.width).map((m) => (
        <text key={m.month} x={m.x} y={p.height + 22} textAnchor="middle" aria-hidden="true">
          {words.common.monthShort(m.month)}
        </text>
      ))}
      {p.children}
    </svg>
  );
}

/** One month's share; a mark that can be pressed, by Enter and space too. */
export function MonthMark(p: {
  x: number;
  y: number;
  height: number;
  says: string;
  chosen?: boolean;
  onPress: () => void;
  children?: ReactNode;
}) {
  return (
    <g
      role="button"
      tabIndex={0}
      className={p.chosen ? "month chosen" : "month"}
      aria-pressed={p.chosen}
      aria-label={p.says}
      onClick={p.onPress}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          p.onPress();
        }
      }}
    >
      <title>{p.says}</title>
      <rect className="hit" x={p.x - 11} y={-8} width={22} height={p.height + 16} />
      {p.children}
      <Cross x={p.x} y={p.y} r={4.5} width={2.4} />
    </g>
  );
}
