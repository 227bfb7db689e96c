import type { Finding } from "../api";
import { words } from "../words";
import { placed, ruled } from "./ruled";

/** As fine as it is worth drawing. */
const STEPS = 1000;

/** A ruler of the file with a stitch wherever something was found: known errors above the line, others below it. */
export function Ruler({ lines, known, unknown }: { lines: number; known: Finding[]; unknown: Finding[] }) {
  return (
    <svg className="ruler" role="img">
      <title>{words.takingIn.log.ruler}</title>
      <line className="ruler-line" x1="0" x2="100%" y1="23" y2="23" />
      {ruled(unknown, lines, STEPS).map((x) => (
        <line
          key={`u${x}`}
          className="ruler-other"
          x1={placed(x, STEPS)}
          x2={placed(x, STEPS)}
          y1="27"
          y2="37"
        />
      ))}
      {ruled(known, lines, STEPS).map((x) => (
        <svg key={`k${x}`} className="ruler-known" x={placed(x, STEPS)} overflow="visible">
          <line x1="-4" x2="4" y1="9" y2="19" />
          <line x1="4" x2="-4" y1="9" y2="19" />
        </svg>
      ))}
    </svg>
  );
}
