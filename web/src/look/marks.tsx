/** Mendak's own marks. Sizes are in CSS pixels; colours come from the cloth. */
import { words } from "../words";
import { curve, type CurvePoint, ticks } from "./scale";

/** One cross-stitch around a point of a drawing. */
export function Cross({
  x,
  y,
  r,
  width = 2.6,
  className = "thread",
}: {
  x: number;
  y: number;
  r: number;
  width?: number;
  className?: string;
}) {
  return (
    <path
      className={className}
      d={`M${x - r} ${y - r}L${x + r} ${y + r}M${x + r} ${y - r}L${x - r} ${y + r}`}
      strokeWidth={width}
    />
  );
}

/** The four holes of a stitch that is planned. */
function Holes({ x, y, r }: { x: number; y: number; r: number }) {
  return (
    <g className="holes">
      {[-1, 1].flatMap((dx) =>
        [-1, 1].map((dy) => <circle key={`${dx}${dy}`} cx={x + dx * r} cy={y + dy * r} r={1.7} />),
      )}
    </g>
  );
}

/** The wordmark's sign: two stitches that hold, and the holes of the next. */
export function Sign({ size = 26 }: { size?: number }) {
  return (
    <svg className="mark" width={size} height={size} viewBox="0 0 28 28" aria-hidden="true">
      <Cross x={8} y={8} r={5} width={3.2} />
      <Cross x={20} y={20} r={5} width={3.2} />
      <Holes x={20} y={8} r={3.6} />
    </svg>
  );
}

function shape(outcome: string) {
  switch (outcome) {
    case "worked":
      return (
        <>
          <Cross x={14} y={12} r={7} />
          <circle className="knot" cx={14} cy={12} r={3.4} />
          <path
            className="thread"
            d="M12.6 15.4C11 20 9 22 7.5 25M15.4 15.4C17 20 19 22 20.5 25"
            strokeWidth={2}
          />
        </>
      );
    case "no-change":
      return (
        <>
          <Cross x={17} y={12} r={7} />
          <path className="thread" d="M10 19C7 20 8 24 5 23C2.5 22 3.4 25 1.6 26.4" strokeWidth={2.2} />
        </>
      );
    case "different-error":
      return (
        <>
          <path className="thread" d="M8 3L13 8L8 12L14 16L9 20L14 25" strokeWidth={2.4} />
          <path className="thread" d="M16 3L21 8L16 12L22 16L17 20L22 25" strokeWidth={1.3} />
        </>
      );
    case "made-worse":
      return (
        <>
          <path className="thread" d="M2 21H8C12 21 10 5 14 5C18 5 16 21 20 21H26" strokeWidth={2.4} />
          <path className="thread" d="M5 25L9 17M19 17L23 25" strokeWidth={1.8} />
        </>
      );
    case "could-not-apply":
    case "nothing-to-do":
    case "not-applicable":
    case "skipped":
      return (
        <>
          <Holes x={14} y={10} r={7} />
          <path className="thread" d="M4 25.5L24 22.5" strokeWidth={2.6} />
        </>
      );
    case "not-retested":
      return (
        <>
          <path className="thread" d="M7 5L21 19" strokeWidth={2.6} />
          <path className="thread" d="M21 5L7 19" strokeWidth={2.2} strokeDasharray="2.5 4" />
        </>
      );
    case "planned":
      return <Holes x={14} y={13} r={6} />;
    default:
      return (
        <>
          <path className="thread" d="M20 0C25 3 17 5 20.5 9.5" strokeWidth={2.4} />
          <path className="needle" d="M22 7.4L18.4 7.8L6.4 28.6Z" />
          <path className="needle-eye" d="M20.2 9.6L18.8 12.2" />
        </>
      );
  }
}

/** What came of an attempt, as a shape; its word is read out, and stands beside it wherever there is room. */
export function OutcomeMark({ outcome, size = 28 }: { outcome: string; size?: number }) {
  const word =
    outcome === "planned" ? words.marks.planned : `${words.stitches[outcome]}: ${words.outcomes[outcome]}`;
  return (
    <svg className="mark" width={size} height={size} viewBox="0 0 28 28" role="img" aria-label={word}>
      <title>{word}</title>
      {shape(outcome)}
    </svg>
  );
}

const DROPPED = ["could-not-apply", "nothing-to-do", "not-applicable", "skipped"];

/** A piece of a case's seam, as high as what stands beside it: sewn, pricked, or with the needle. Whole stitches only. */
export function SeamPiece({ state }: { state: string }) {
  const planned = state === "planned";
  const sewn = !planned && state !== "" && !DROPPED.includes(state);
  return (
    <div className="seam-piece" aria-hidden="true">
      {!planned && (
        <span className="seam-head">
          <OutcomeMark outcome={state} size={32} />
        </span>
      )}
      <span className={`seam-run ${sewn ? "sewn" : "pricked"}${planned ? "" : " after-head"}`} />
    </div>
  );
}

/** A whole seam in one line: what was tried, then up to three pricked stitches. */
export function MiniSeam({ outcomes, planned = 3 }: { outcomes: string[]; planned?: number }) {
  const all = [...outcomes.slice(-6), ...Array.from({ length: planned }, () => "planned")];
  return (
    <span className="mini-seam">
      {all.map((o, i) => (
        <OutcomeMark key={i} outcome={o} size={20} />
      ))}
    </span>
  );
}

const [NARROW_BAR, WIDE_BAR] = [160, 250];

/** A measured success on a ruler from 0 to 100 %: plausible range, estimate, and the cases behind it. */
export function StitchBar(p: {
  chance: number | null;
  low: number | null;
  high: number | null;
  worked?: number;
  tried?: number;
  says: string;
  /** Longer, for a page of its own. */
  wide?: boolean;
  /** Whether the estimate stands for something that was never seen. */
  guessed?: boolean;
}) {
  const BAR = p.wide ? WIDE_BAR : NARROW_BAR;
  const thin = p.guessed || p.low === null || p.high === null;
  return (
    <svg
      className="mark stitch-bar"
      width={BAR + 12}
      height={30}
      viewBox={`-6 0 ${BAR + 12} 30`}
      role="img"
      aria-label={p.says}
    >
      <title>{p.says}</title>
      <path
        className="ruler"
        d={`M0 17H${BAR}M0 17v4M${BAR / 4} 17v3M${BAR / 2} 17v4M${(BAR * 3) / 4} 17v3M${BAR} 17v4`}
      />
      {ticks(p.worked ?? 0, p.tried ?? 0, p.wide ? 80 : 53).map((t, i) => (
        <path key={i} className={t.held ? "tick held" : "tick"} d={`M${t.x * BAR + 1} 23v5`} />
      ))}
      {p.low !== null && p.high !== null && (
        <path
          className="thread"
          d={`M${p.low * BAR} 9H${p.high * BAR}`}
          strokeWidth={p.guessed ? 1.6 : 2.6}
          strokeDasharray={p.guessed ? "5 4" : undefined}
        />
      )}
      {p.chance !== null && <Cross x={p.chance * BAR} y={9} r={thin ? 4 : 5} width={thin ? 1.4 : 2.6} />}
    </svg>
  );
}

/** The chance that the case is solved along the planned minutes, up to where handing over is better. */
export function MendingCurve({
  points,
  handOverAfter,
}: {
  points: CurvePoint[];
  handOverAfter: number | null;
}) {
  const [width, height] = [660, 56];
  const c = curve(points, handOverAfter, width, height);
  if (c.points.length === 0) return null;
  const path = c.points.map((p) => `L${p.x} ${p.y}`).join("");
  const end = points.at(-1);
  return (
    <svg
      className="mark mending-curve"
      viewBox={`-12 -14 ${width + 70} ${height + 38}`}
      role="img"
      aria-label={`${words.case.curve}: ${points.map((p) => `${words.common.minutes(p.minutes)} ${words.common.percent(p.solved)}`).join(", ")}`}
    >
      <path className="ruler" d={`M0 ${height}H${width + 20}`} />
      <path className="running" d={`M0 ${height}${path}`} />
      {c.points.map((p) => (
        <g key={p.key}>
          <Cross x={p.x} y={p.y} r={5} />
          <text x={p.x + 9} y={p.y + 17}>
            {words.common.percent(p.solved)}
          </text>
        </g>
      ))}
      {c.stopX !== null && (
        <>
          <path className="stop" d={`M${c.stopX} -12V${height}`} />
          <text x={c.stopX + (c.stopIsLate ? -8 : 8)} y={-4} textAnchor={c.stopIsLate ? "end" : "start"}>
            {words.case.handOverFrom}
          </text>
        </>
      )}
      <text x={0} y={height + 18}>
        {words.case.now}
      </text>
      {end && (
        <text x={width} y={height + 18} textAnchor="end">
          {words.common.minutes(end.minutes)}
        </text>
      )}
    </svg>
  );
}
