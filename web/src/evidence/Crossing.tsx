import type { ErrorEvidence } from "../api";
import { Cross } from "../look";
import { whyWords, words } from "../words";
import { strands } from "./plot";

const ROW = 44;
const WIDTH = 64;
const w = words.evidence.error;

/** The author's order and the measured one as two seams, with the threads that cross between them. */
export function Crossing({
  order,
  onPick,
}: {
  order: ErrorEvidence["order"];
  onPick: (key: string) => void;
}) {
  const authored = order.authored.map((x) => x.key);
  const measured = order.measured.map((x) => x.key);
  const height = measured.length * ROW;
  return (
    <div className="crossing">
      <span className="soft">{w.author}</span>
      <span />
      <span className="soft">{w.measured}</span>
      <Side side={order.authored} pale onPick={onPick} />
      <svg
        className="mark"
        width={WIDTH}
        height={height}
        viewBox={`0 0 ${WIDTH} ${height}`}
        aria-hidden="true"
      >
        {strands(authored, measured, ROW, WIDTH).map((s) => (
          <path key={s.key} className={s.crosses ? "strand" : "strand straight"} d={s.path} />
        ))}
      </svg>
      <Side side={order.measured} handOverAfter={order.handOverAfter} onPick={onPick} />
    </div>
  );
}

function Side(p: {
  side: ErrorEvidence["order"]["measured"];
  pale?: boolean;
  handOverAfter?: number | null;
  onPick: (key: string) => void;
}) {
  return (
    <ol className={p.pale ? "side pale" : "side"}>
      {p.side.map((x, i) => (
        <li key={x.key} className={p.handOverAfter === i ? "after-hand-over" : ""}>
          <svg className="mark" width={18} height={18} viewBox="0 0 18 18" aria-hidden="true">
            <Cross x={9} y={9} r={6} />
          </svg>
          <button
            type="button"
            className="plain"
            title={x.reasons.map(whyWords).join("; ")}
            onClick={() => p.onPick(x.key)}
          >
            {x.title}
          </button>
          {p.handOverAfter === i && <span className="soft hand-over">{w.handOver}</span>}
        </li>
      ))}
    </ol>
  );
}
