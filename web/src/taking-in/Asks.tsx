import type { Ask, Candidate } from "../api";
import { useTakingIn } from "../frame";
import { Key, Prose } from "../look";
import { words } from "../words";

/** The first of the digits that answer: those before it open candidates. */
const FIRST_KEY = 6;

/** What an answer does: it is used as if the agent had entered it. */
export function useAnswer() {
  const { draft, change } = useTakingIn();
  return (ask: Ask, value: string) => {
    if (ask.kind === "product") change({ product: value, version: "" });
    else if (ask.kind === "phase") change({ phase: value });
    else if (ask.kind === "word" && value === "")
      change({ denied: [...draft.denied, ask.answers.find((a) => a.value !== "")?.value ?? ""] });
    else change({ text: `${draft.text.trimEnd()}\n${value}` });
  };
}

/** The answers of a question with the key of each. */
export function keysOf(ask: Ask | undefined) {
  return (ask?.answers ?? []).map((a, i) => ({ key: String(FIRST_KEY + i), value: a.value }));
}

/** The question among what is asked; remarks are only to be read. */
export const questionOf = (asks: Ask[]) => asks.find((a) => a.kind !== "remark");

/** Words that the caller was asked for and that it does not say, each to be taken back. */
export function Denied() {
  const { draft, change } = useTakingIn();
  if (draft.denied.length === 0) return null;
  return (
    <p className="denied">
      {words.takingIn.doesNotSay}{" "}
      {draft.denied.map((word) => (
        <span key={word}>
          <span className="mono">{word}</span>{" "}
          <button
            type="button"
            className="plain"
            onClick={() => change({ denied: draft.denied.filter((d) => d !== word) })}
          >
            {words.takingIn.takeBack}
          </button>{" "}
        </span>
      ))}
    </p>
  );
}

/** What would separate close candidates, asked right here; an answer is one key. */
export function Asks({ asks, candidates }: { asks: Ask[]; candidates: Candidate[] }) {
  const answer = useAnswer();
  if (asks.length === 0) return null;
  const t = words.takingIn.asks;
  const number = (error: string) => candidates.findIndex((c) => c.error === error) + 1;
  const said = (ask: Ask) => ask.answers.find((a) => a.value !== "")?.value ?? "";
  return (
    <div className="asks">
      <h2>{t.title}</h2>
      {asks.map((ask) => (
        <div key={ask.kind} className="ask">
          <span>{ask.kind === "word" ? words.takingIn.alsoSays(said(ask)) : t[ask.kind]}</span>{" "}
          {ask.answers.map((a, i) =>
            ask.kind === "remark" ? (
              <Prose key={a.value} text={a.value} />
            ) : (
              <button key={a.value} type="button" className="answer" onClick={() => answer(ask, a.value)}>
                <Key k={String(FIRST_KEY + i)} />{" "}
                <span className={ask.kind === "code" ? "mono" : ""}>
                  {ask.kind === "word" ? words.takingIn.yesNo(a.value !== "") : a.value}
                </span>{" "}
                <span className="soft">→ {a.favours.map(number).join(", ")}</span>
              </button>
            ),
          )}
        </div>
      ))}
    </div>
  );
}
