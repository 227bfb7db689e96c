import type { Ask, Candidate } from "../api";
import { useTakingIn } from "../frame";
import { Prose } from "../look";
import { words } from "../words";

/** What would separate close candidates, asked right here; an answer is one press. */
export function Asks({ asks, candidates }: { asks: Ask[]; candidates: Candidate[] }) {
  const { draft, change } = useTakingIn();
  if (asks.length === 0) return null;
  const t = words.takingIn.asks;
  const number = (error: string) => candidates.findIndex((c) => c.error === error) + 1;
  const answer = (kind: string, value: string) => {
    if (kind === "product") change({ product: value, version: "" });
    else if (kind === "phase") change({ phase: value });
    else change({ text: `${draft.text.trimEnd()}\n${value}` });
  };
  return (
    <div className="asks">
      <h2>{t.title}</h2>
      {asks.map((ask) => (
        <div key={ask.kind} className="ask">
          <span>{t[ask.kind]}</span>{" "}
          {ask.answers.map((a) =>
            ask.kind === "remark" ? (
              <Prose key={a.value} text={a.value} />
            ) : (
              <button
                key={a.value}
                type="button"
                className="answer"
                onClick={() => answer(ask.kind, a.value)}
              >
                <span className={ask.kind === "code" ? "mono" : ""}>{a.value}</span>{" "}
                <span className="soft">→ {a.favours.map(number).join(", ")}</span>
              </button>
            ),
          )}
        </div>
      ))}
    </div>
  );
}
