/** Where things stand on a drawing: the arithmetic of the marks, without drawing anything. */

/** Clamps to a range. */
export function within(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}

/** Positions of the ticks behind a stitch bar: at most {@code most} of them stand for all cases, the first ones for successes. */
export function ticks(worked: number, tried: number, most: number): { x: number; held: boolean }[] {
  const shown = Math.min(tried, most);
  const held = tried === 0 ? 0 : Math.round((worked / tried) * shown);
  return Array.from({ length: shown }, (_, i) => ({ x: i / most, held: i < held }));
}

export interface CurvePoint {
  minutes: number;
  solved: number;
  key: string;
}

export interface Curve {
  points: { x: number; y: number; solved: number; key: string }[];
  /** Where handing over becomes better; null if that is not within the plan. */
  stopX: number | null;
  /** Whether its words must stand to the left of it. */
  stopIsLate: boolean;
  lastMinutes: number;
}

/**
 * The mending curve in a box of width by height: time runs right, the chance up. Minutes are drawn by their square root, so
 * that the first fixes do not hide behind one long one.
 */
export function curve(
  points: CurvePoint[],
  handOverAfter: number | null,
  width: number,
  height: number,
): Curve {
  const last = points.at(-1)?.minutes ?? 0;
  const x = (m: number) => (last === 0 ? 0 : Math.sqrt(m / last) * width);
  const drawn = points.map((p) => ({
    x: x(p.minutes),
    y: height - within(p.solved, 0, 1) * height,
    solved: p.solved,
    key: p.key,
  }));
  const before = handOverAfter === null ? undefined : drawn[handOverAfter - 1];
  const next = handOverAfter === null ? undefined : drawn[handOverAfter];
  const from = before?.x ?? 0;
  const stopX = next === undefined ? null : from + (next.x - from) / 2;
  return { points: drawn, stopX, stopIsLate: stopX !== null && stopX > width / 2, lastMinutes: last };
}
