import type { Finding } from "../api";
import { words } from "../words";
import { ruled } from "./ruled";

const WIDTH = 1000;

/** A ruler of the file with a stitch wherever something was found: known errors above the line, others below it. */
export function Ruler({ lines, known, unknown }: { lines: number; known: Finding[]; unknown: Finding[] }) {
  return (
    <svg className="ruler" viewBox={`0 0 ${WIDTH} 46`} preserveAspectRatio="none" role="img">
      <title>{words.takingIn.log.ruler}</title>
      <line className="ruler-line" x1="0" x2={WIDTH} y1="23" y2="23" />
      {ruled(unknown, lines, WIDTH).map((x) => (
        <line key={`u${x}`} className="ruler-other" x1={x} x2={x} y1="27" y2="37" />
      ))}
      {ruled(known, lines, WIDTH).map((x) => (
        <g key={`k${x}`} className="ruler-known">
          <line x1={x - 4} x2={x + 4} y1="9" y2="19" />
          <line x1={x + 4} x2={x - 4} y1="9" y2="19" />
        </g>
      ))}
    </svg>
  );
}
