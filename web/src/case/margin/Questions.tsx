import type { Plan, Question } from "../../api";
import { Key, KEY_LEVEL, useKeyTaken } from "../../look";
import { words } from "../../words";
import { askName, whyAsk } from "../caseState";

const m = words.case.margin;
const MOST = 4;

/** What could be asked beside the open card; each opens as the card. */
export function Questions(p: { open: Question[]; plan: Plan | undefined; onAsk: (q: Question) => void }) {
  const taken = useKeyTaken("y", KEY_LEVEL.page);
  if (p.open.length === 0) return null;
  return (
    <section className="question">
      <h2>
        {m.ask} {p.open.length > 1 && <span className="count">{p.open.length}</span>}
      </h2>
      <ul>
        {p.open.slice(0, MOST).map((q, i) => (
          <li key={q.index}>
            <button type="button" className="plain" onClick={() => p.onAsk(q)}>
              {i === 0 && !taken && <Key k="y" />} {q.text}
            </button>
            {whyAsk(askName(q), p.plan) && <div className="soft">{whyAsk(askName(q), p.plan)}</div>}
          </li>
        ))}
      </ul>
    </section>
  );
}
