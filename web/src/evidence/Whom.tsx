import type { ErrorEvidence } from "../api";
import { StitchBar } from "../look";
import { words } from "../words";
import { share } from "./plot";

const w = words.evidence.error;

/** For whom one fix works: its counts by what was known of the cases; pressed, only those cases are told of. */
export function Whom(p: {
  evidence: ErrorEvidence;
  fix: string;
  onFact: (name: string, value: string) => void;
}) {
  const at = p.evidence.fixes.findIndex((f) => f.key === p.fix);
  return (
    <section>
      <h2>
        {w.whom} <span className="soft says">{p.evidence.fixes[at]?.title}</span>
      </h2>
      {p.evidence.forWhom.length === 0 && <p className="soft">{w.whomNone}</p>}
      <div className="whom">
        {p.evidence.forWhom.map((fact) => (
          <table key={fact.fact}>
            <caption>{fact.title}</caption>
            <tbody>
              {fact.values.map((v) => {
                const c = v.counts[at] ?? { tried: 0, held: 0 };
                return (
                  <tr key={v.value}>
                    <td>
                      <button type="button" className="plain" onClick={() => p.onFact(fact.fact, v.value)}>
                        {v.value}
                      </button>
                    </td>
                    <td>
                      <StitchBar
                        chance={share(c.held, c.tried)}
                        low={null}
                        high={null}
                        worked={c.held}
                        tried={c.tried}
                        says={c.tried === 0 ? w.never : w.of(c.held, c.tried)}
                      />
                    </td>
                    <td className="soft">{c.tried === 0 ? w.never : w.of(c.held, c.tried)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        ))}
      </div>
    </section>
  );
}
