import type { Problem } from "../api";

/** The text with what mends a problem; the text as it is if the problem has no such change, or is of another text. */
export function mended(text: string, problem: Problem): string {
  const mend = problem.mends[0];
  if (!mend) return text;
  const starts = [0, ...[...text.matchAll(/\r\n|\n|\r/g)].map((m) => m.index + m[0].length)];
  const start = starts[mend.line - 1];
  if (start === undefined) return text;
  if (mend.length < 0) return text.slice(0, start) + mend.text + text.slice(starts[mend.line] ?? text.length);
  const from = start + mend.column - 1;
  return text.slice(0, from) + mend.text + text.slice(from + mend.length);
}
