/** Places of findings along a ruler. */
import type { Finding } from "../api";

/** The marks of findings as whole steps of a ruler of this width, each once. */
export function ruled(findings: Finding[], lines: number, width: number): number[] {
  const places = new Set<number>();
  for (const f of findings) {
    for (const line of f.marks) {
      places.add(lines <= 1 ? 0 : Math.round(((line - 1) / (lines - 1)) * width));
    }
  }
  return [...places].sort((a, b) => a - b);
}

/** A step of a ruler of this width as a place in a picture. */
export const placed = (step: number, width: number) => `${(100 * step) / width}%`;
