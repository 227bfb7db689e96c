import { Input, Select } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Case, ErrorSheet } from "../../api";
import { KeyButton, useKeys } from "../../look";
import { words } from "../../words";
import { AfterCall } from "../../practice";
import { isPractice } from "../caseState";
import { Teach } from "../free/Teach";
import type { CaseActs } from "../useCaseActs";

const TEXTS = [
  ["t", "ticket"],
  ["h", "hand-out"],
  ["p", "hand-over"],
] as const;

/** The texts to send, each by one key. */
function TextKeys({ acts }: { acts: CaseActs }) {
  const [as, setAs] = useState("markdown");
  useKeys(
    words.case.textsTitle,
    TEXTS.map(([key, kind]) => ({
      key,
      says: `${words.case.textsTitle}: ${words.case.texts[kind] ?? kind}`,
      act: () => void acts.copyText(kind, as),
    })),
  );
  return (
    <div className="text-keys">
      <span className="soft">{words.case.textsTitle}</span>
      {TEXTS.map(([key, kind]) => (
        <KeyButton key={kind} k={key} onPress={() => void acts.copyText(kind, as)}>
          {words.case.texts[kind]}
        </KeyButton>
      ))}
      <button type="button" className="plain" onClick={() => window.print()}>
        {words.case.print}
      </button>
      <label className="soft">
        <input
          type="checkbox"
          checked={as === "plain"}
          onChange={(e) => setAs(e.target.checked ? "plain" : "markdown")}
        />{" "}
        {words.case.plainText}
      </label>
    </div>
  );
}

/** How the case ended, what is believed to have done it, and what was found out later; both can be corrected. */
export function Ended(p: { c: Case; sheet: ErrorSheet | undefined; acts: CaseActs; onReopen: () => void }) {
  const { c, acts } = p;
  const [correcting, setCorrecting] = useState(false);
  const practised = isPractice(c);
  const tried = c.attempts.filter((a) => a.outcome !== null && !a.triedBefore);
  const believed = c.attempts.find((a) => a.fix === c.believedFix)?.title ?? c.believedFix;
  return (
    <div className="ended">
      <h2>{words.case.ended(words.case.endings[c.status] ?? c.status)}</h2>
      {c.heldSince && <p>{words.case.held}</p>}
      {c.duplicateOf !== null && (
        <p>
          <Link to={`/case/${c.duplicateOf}`}>{words.case.number(c.duplicateOf)}</Link>
        </p>
      )}
      {believed && (
        <p>
          {words.case.believed} {believed}
        </p>
      )}
      {c.limitation && <p>{c.limitation}</p>}
      {c.curedBy && <p>{words.case.curedBy(c.curedBy)}</p>}
      {c.status === "handed-over" && !c.curedBy && !practised && <CuredBy sheet={p.sheet} acts={acts} />}
      {practised && <AfterCall n={c.number} status={c.status} />}
      {!practised && (
        <p>
          {words.case.cause}: {c.cause || "…"}{" "}
          <button type="button" className="plain" onClick={() => setCorrecting(!correcting)}>
            {words.case.correct}
          </button>
        </p>
      )}
      {correcting && (
        <div className="correcting">
          <Input
            autoFocus
            aria-label={words.case.cause}
            defaultValue={c.cause}
            maxLength={1000}
            onPressEnter={(e) => {
              const cause = e.currentTarget.value.trim();
              if (cause && cause !== c.cause)
                void acts.found({ cause }).then((ok) => ok && setCorrecting(false));
            }}
          />
          {tried.length > 1 && (
            <Select
              aria-label={words.case.believed}
              value={c.believedFix}
              options={tried.map((a) => ({ value: a.fix, label: a.title }))}
              onChange={(believedFix: string) => void acts.found({ believedFix })}
            />
          )}
        </div>
      )}
      {!practised && (
        <>
          <Teach c={c} />
          <TextKeys acts={acts} />
          <KeyButton k="r" onPress={p.onReopen} hint={words.case.reopenText}>
            {words.case.reopen}
          </KeyButton>
        </>
      )}
    </div>
  );
}

/** Asks once what cured a case that was handed over; a fix of the runbook then counts. */
function CuredBy(p: { sheet: ErrorSheet | undefined; acts: CaseActs }) {
  const [other, setOther] = useState("");
  return (
    <div className="cured-by">
      <p>
        {words.desk.uncured} <span className="soft">{words.desk.uncuredHint}</span>
      </p>
      <div className="choices">
        {(p.sheet?.tries ?? []).map((t) => (
          <button
            key={t.fix}
            type="button"
            className="plain"
            onClick={() => void p.acts.found({ curedBy: t.fix })}
          >
            {t.title}
          </button>
        ))}
        <button
          type="button"
          className="plain"
          onClick={() => void p.acts.found({ curedBy: words.desk.nobodyKnows })}
        >
          {words.desk.nobodyKnows}
        </button>
      </div>
      <Input
        aria-label={words.desk.cured}
        placeholder={words.desk.cured}
        maxLength={1000}
        value={other}
        onChange={(e) => setOther(e.target.value)}
        onPressEnter={() => other.trim() && void p.acts.found({ curedBy: other.trim() })}
      />
    </div>
  );
}
