import { useQuery } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import type { Case, Plan, Question } from "../api";
import { CommandText, useSay } from "../look";
import { words } from "../words";
import { questionsQuery } from "./api";
import { byWorth, whyAsk } from "./caseState";
import { toClipboard } from "./clipboard";
import type { CaseActs } from "./useCaseActs";

const m = words.case.margin;

/** One question at a time, never in the way of the fix: ask somebody, or look at the device. */
export function Questions({ c, plan, acts }: { c: Case; plan: Plan | undefined; acts: CaseActs }) {
  const { data } = useQuery(questionsQuery(c.number, c.error));
  const [passed, setPassed] = useState<number[]>([]);
  const open = byWorth(data?.filter((q) => !q.answered && !passed.includes(q.index)) ?? [], plan);
  const q = open[0];
  if (!q) return null;
  const why = whyAsk(q.sets, plan);
  return (
    <section className="question">
      <h2>
        {q.run.length > 0 ? m.look : m.ask} {open.length > 1 && <span className="count">{open.length}</span>}
      </h2>
      <p>{q.text}</p>
      {why && <p className="soft">{why}</p>}
      {q.how && <p className="soft">{q.how}</p>}
      {q.run.length > 0 ? <Look key={q.index} q={q} acts={acts} /> : <Ask key={q.index} q={q} acts={acts} />}
      <button type="button" className="plain soft" onClick={() => setPassed([...passed, q.index])}>
        {words.common.cancel}
      </button>
    </section>
  );
}

function Ask({ q, acts }: { q: Question; acts: CaseActs }) {
  const [text, setText] = useState("");
  const answer = (value: string) => void acts.facts({ [q.sets]: value });
  return (
    <div className="choices">
      {q.choices.map((choice) => (
        <Button key={choice} size="small" onClick={() => answer(choice)}>
          {choice}
        </Button>
      ))}
      {q.choices.length === 0 && (
        <Input
          aria-label={q.text}
          maxLength={1000}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onPressEnter={() => text.trim() && answer(text.trim())}
        />
      )}
      {q.sets !== "" && (
        <Button size="small" onClick={() => answer("dont-know")}>
          {m.dontKnow}
        </Button>
      )}
    </div>
  );
}

function Look({ q, acts }: { q: Question; acts: CaseActs }) {
  const say = useSay();
  const [text, setText] = useState("");
  const command = q.run.map((p) => p.text).join("");
  return (
    <>
      <button
        type="button"
        className="put-back-command mono"
        title={words.common.copy}
        onClick={() => void toClipboard(command).then((ok) => ok && say.done(words.common.copied))}
      >
        <CommandText pieces={q.run} />
      </button>
      <Input.TextArea
        className="mono"
        autoSize={{ minRows: 1, maxRows: 6 }}
        placeholder={q.capture ? `${m.lookPaste}; ${words.case.reads(q.capture)}` : m.lookPaste}
        aria-label={m.lookPaste}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          if (text.trim()) void acts.looked(q.index, text).then((ok) => ok && setText(""));
        }}
      />
    </>
  );
}
