import { useQuery } from "@tanstack/react-query";
import type { Candidate, PlanView } from "../api";
import { Key } from "../look";
import { words } from "../words";
import { errorPlanQuery } from "./api";

const MOST_TOLD = 5;
const unique = (texts: string[]) => [...new Set(texts)];

/** What matched, in a few words. */
export function reasonWords(c: Candidate): string[] {
  const codes = c.reasons.filter((r) => r.kind === "code").map((r) => words.takingIn.codeMatches(r.text));
  const matched = c.reasons
    .filter((r) => r.kind === "message")
    .reduce((n, r) => n + r.text.split(/\s+/).filter((w) => /\p{L}|\p{N}/u.test(w)).length, 0);
  const cases = c.reasons.filter((r) => r.kind === "case").map((r) => words.takingIn.saidInCase(r.text));
  const told = unique(c.reasons.filter((r) => r.kind === "told").map((r) => r.text.toLowerCase()));
  const others = unique(
    c.reasons
      .filter((r) => !["code", "message", "value", "told", "case"].includes(r.kind))
      .map((r) => r.text)
      .filter((text) => !told.includes(text.toLowerCase())),
  );
  return [
    ...codes,
    ...(matched > 0 ? [words.takingIn.messageMatches(matched)] : []),
    ...others,
    ...cases,
    ...(told.length > 0 ? [words.takingIn.speaksOf(told.slice(0, MOST_TOLD))] : []),
  ];
}

function firstFix(plan: PlanView | undefined) {
  // a question that pays first is asked in the case
  const first = plan?.ordered.find((i) => i.kind === "fix");
  if (!plan) return null;
  if (!first) return <span className="soft">{words.takingIn.nothingToTry}</span>;
  return (
    <>
      <span>
        {words.takingIn.first}: {first.title}
      </span>
      <span className="soft">
        {first.chance === null
          ? words.common.minutes(first.minutes)
          : `${words.common.outOfTen(first.chance)} · ${words.common.minutes(first.minutes)}`}
      </span>
    </>
  );
}

/** One known error it may be. */
export function CandidateCard(p: {
  n: number;
  c: Candidate;
  version: string;
  chosen: boolean;
  onOpen: () => void;
}) {
  const { data: plan } = useQuery(errorPlanQuery(p.c.error, p.version));
  const values = p.c.band === "guess" ? [] : Object.entries(p.c.captures);
  const band = words.takingIn.bands[p.c.band] ?? p.c.band;
  return (
    <button type="button" className={`candidate ${p.c.band}${p.chosen ? " chosen" : ""}`} onClick={p.onOpen}>
      <Key k={String(p.n)} />
      <span className="candidate-body">
        <b>{p.c.title}</b>
        <span className="soft">
          {[p.c.band === "guess" ? "" : band, words.takingIn.reasons(reasonWords(p.c))]
            .filter(Boolean)
            .join(": ")}
        </span>
        {values.length > 0 && (
          <span className="captures mono">
            {values.map(([name, value]) => (
              <span key={name}>
                {p.c.called[name] ?? words.common.nameInWords(name)}{" "}
                <span className="drawn-value">{value}</span>
              </span>
            ))}
          </span>
        )}
        {p.c.band !== "guess" && <span className="first-fix">{firstFix(plan)}</span>}
      </span>
    </button>
  );
}
