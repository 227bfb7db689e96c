import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import type { Case, Plan, Question } from "../../api";
import { Ago, useKept, useNow } from "../../look";
import { DrawnText, recogniseQuery } from "../../taking-in";
import { words } from "../../words";
import { AddFact } from "./AddFact";
import { isMended, knownFacts } from "../caseState";
import { Pictures } from "./Pictures";
import { PutBackItem, SettledItem } from "./PutBacks";
import { Questions } from "./Questions";
import type { CaseActs } from "../useCaseActs";

const m = words.case.margin;

/** A value as people read it. */
function sayFact(value: string): string {
  if (value === "dont-know") return m.dontKnow;
  return value === "not-there" ? (words.case.reading.hows[value] ?? value) : value;
}

function Said({ c, text }: { c: Case; text: string }) {
  const { data } = useQuery(recogniseQuery(text, c.product ?? "", c.productVersion ?? "", c.phase ?? ""));
  const ours = data && { ...data, candidates: data.candidates.filter((x) => x.error === c.error) };
  return (
    <pre className="said mono">
      <DrawnText text={text} found={ours} />
    </pre>
  );
}

/** What must not be forgotten, what is known and from where, and what it said. */
export function Margin({
  c,
  plan,
  acts,
  questions,
  onAsk,
}: {
  c: Case;
  plan: Plan | undefined;
  acts: CaseActs;
  /** What could be asked beside the open card, the one that is worth most first. */
  questions: Question[];
  onAsk: (q: Question) => void;
}) {
  const now = useNow();
  const owed = c.putBacks.filter((p) => p.state === "open" || p.state === "for-now");
  const [note, setNote] = useKept(`note.${c.number}`, "");
  const [text, setText] = useKept(`text.${c.number}`, "");
  const settled = c.putBacks.filter((p) => p.state === "kept" || p.state === "passed-to");
  const open = c.status === "open";
  return (
    <aside className="margin" aria-label={m.known}>
      {owed.length + settled.length > 0 && (
        <section>
          <h2>{m.forget}</h2>
          <ul>
            {settled.map((p) => (
              <SettledItem key={p.id} p={p} may={open || p.state === "passed-to"} acts={acts} />
            ))}
            {owed.map((p, i) => (
              <PutBackItem key={p.id} p={p} acts={acts} first={i === 0} />
            ))}
          </ul>
        </section>
      )}
      {c.requester && (
        <section>
          <h2>{m.waiting}</h2>
          <p>
            {c.requester}, <Ago at={c.openedAt} now={now} />
          </p>
        </section>
      )}
      {open && !isMended(c) && <Questions open={questions} plan={plan} onAsk={onAsk} />}
      <section>
        <h2>{m.known}</h2>
        <dl className="known">
          {knownFacts(c.facts).map((f) => (
            <div key={f.name} title={`${m.from[f.source] ?? f.source}, ${f.agent}`}>
              <dt>{f.title}</dt>
              <dd className="mono">{sayFact(f.value)}</dd>
            </div>
          ))}
        </dl>
        {open && <AddFact c={c} asked={questions} acts={acts} />}
      </section>
      <section>
        <h2>{m.said}</h2>
        {c.texts.map((t) => (
          <Said key={t.id} c={c} text={t.text} />
        ))}
        {open && (
          <Input.TextArea
            className="mono"
            autoSize={{ minRows: 1, maxRows: 8 }}
            placeholder={m.addTextPlace}
            aria-label={m.addText}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onBlur={() => {
              if (text.trim()) void acts.text(text).then((ok) => ok && setText(""));
            }}
          />
        )}
      </section>
      <Pictures c={c} acts={acts} />
      {(open || c.notes.length > 0) && (
        <section>
          <h2>{m.notes}</h2>
          {c.notes.map((x) => (
            <p key={x.at} className="note">
              {x.text}{" "}
              <span className="soft">
                {x.agent}, <Ago at={x.at} now={now} />
              </span>
            </p>
          ))}
          {open && (
            <Input.TextArea
              autoSize={{ minRows: 1, maxRows: 6 }}
              placeholder={m.notePlace}
              aria-label={m.notes}
              maxLength={4000}
              value={note}
              onChange={(e) => setNote(e.target.value)}
              onBlur={() => {
                if (note.trim()) void acts.note(note).then((ok) => ok && setNote(""));
              }}
            />
          )}
        </section>
      )}
    </aside>
  );
}
