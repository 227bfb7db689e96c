/** Where things stand on the drawings of the Evidence place: arithmetic without drawing anything. */
import type { DeskEvidence, ErrorEvidence, FixEvidence } from "../api";

/** How wide the name of a month is, in units of a drawing. */
const LABEL = 44;

export interface MonthPoint {
  month: string;
  x: number;
  y: number;
  top: number;
  bottom: number;
  tried: number;
  held: number;
}

/** Months from the first to the last, those without tries included, as 2026-03. */
export function monthsBetween(first: string, last: string): string[] {
  const months: string[] = [];
  for (let m = first; m <= last && months.length < 240; m = nextMonth(m)) months.push(m);
  return months;
}

function nextMonth(month: string): string {
  const [year = 2000, number = 1] = month.split("-").map(Number);
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, "0")}`;
}

/** A fix's success month by month in a box; a month without a try has no point. */
export function monthPoints(
  byMonth: FixEvidence["byMonth"],
  months: string[],
  width: number,
  height: number,
): MonthPoint[] {
  const step = width / Math.max(1, months.length);
  return byMonth.map((m) => ({
    month: m.month,
    tried: m.tried,
    held: m.held,
    x: (months.indexOf(m.month) + 0.5) * step,
    y: height * (1 - m.held / m.tried),
    top: height * (1 - m.high),
    bottom: height * (1 - m.low),
  }));
}

/** Where releases are marked: at the start of the month in which each was first met. */
export function releaseMarks(releases: ErrorEvidence["releases"], months: string[], width: number) {
  const step = width / Math.max(1, months.length);
  return releases
    .filter((r) => months.includes(r.month))
    .map((r) => ({ version: r.version, x: months.indexOf(r.month) * step }));
}

/** The share of cases that the first fix ended, month by month in a box. */
export function firstFixPoints(months: DeskEvidence["months"], width: number, height: number) {
  const step = width / Math.max(1, months.length);
  return months.map((m, i) => ({
    month: m.month,
    x: (i + 0.5) * step,
    y: height * (1 - (share(m.firstFix, m.cases) ?? 0)),
  }));
}

/** Which months get a label so that labels do not touch, and where. */
export function monthLabels(months: string[], width: number): { month: string; x: number }[] {
  const step = width / Math.max(1, months.length);
  const every = Math.max(1, Math.ceil((months.length * LABEL) / width));
  return months.flatMap((month, i) => (i % every === 0 ? [{ month, x: (i + 0.5) * step }] : []));
}

export interface Strand {
  key: string;
  crosses: boolean;
  path: string;
}

/** The strands from places in the author's order to places in the measured one, rows so high and so far apart. */
export function strands(authored: string[], measured: string[], row: number, width: number): Strand[] {
  const half = width / 2;
  return authored.map((key, from) => {
    const to = measured.indexOf(key);
    const [y1, y2] = [(from + 0.5) * row, (to + 0.5) * row];
    return { key, crosses: from !== to, path: `M2 ${y1}C${half} ${y1} ${half} ${y2} ${width - 2} ${y2}` };
  });
}

/** Lengths in [0, 1] of bars for minutes that can be saved, the longest whole. */
export function lengths(values: (number | null)[]): number[] {
  const most = Math.max(0, ...values.map((v) => v ?? 0));
  return values.map((v) => (most === 0 || v === null ? 0 : v / most));
}

/** Crosses in each bin of a distribution, at most so many in the fullest. */
export function crosses(counts: number[], most: number): number[] {
  const fullest = Math.max(0, ...counts);
  return counts.map((n) => (fullest === 0 ? 0 : n === 0 ? 0 : Math.max(1, Math.round((n / fullest) * most))));
}

/** How much of something is done, in per cent; 0 while it is not known of how much. */
export const percentOf = (done: number, total: number) => 100 * (share(done, total) ?? 0);

/** A share of two counts; null of nothing. */
export const share = (part: number, of: number) => (of === 0 ? null : part / of);
