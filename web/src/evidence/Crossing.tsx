import type { ErrorEvidence } from "../api";
import { words } from "../words";
import { threads } from "./plot";

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
        {threads(authored, measured).map((t) => {
          const [y1, y2] = [(t.from + 0.5) * ROW, (t.to + 0.5) * ROW];
          return (
            <path
              key={t.key}
              className={t.crosses ? "strand" : "strand straight"}
              d={`M2 ${y1}C${WIDTH / 2} ${y1} ${WIDTH / 2} ${y2} ${WIDTH - 2} ${y2}`}
            />
          );
        })}
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
            <path className="thread" d="M3 3L15 15M15 3L3 15" strokeWidth={2.6} />
          </svg>
          <button
            type="button"
            className="plain"
            title={x.reasons.join("; ")}
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
