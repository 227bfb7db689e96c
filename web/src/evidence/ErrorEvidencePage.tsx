import "./evidence.css";
import { useQuery } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import type { ErrorEvidence, FixEvidence } from "../api";
import { SignedIn } from "../frame";
import { Coming, Failed, KeyButton, useKeys } from "../look";
import { words } from "../words";
import { errorEvidenceQuery, tableOfError } from "./api";
import { FilterLine } from "./FilterLine";
import { type Filters, filtersOf, searchOf, withFact } from "./filters";
import { FixRows } from "./FixRows";
import { Months } from "./Months";
import { Numbers } from "./Numbers";
import { Drafted, OrderBeside, useDraft } from "./OrderBeside";
import { ALL, Tries } from "./Tries";
import { Whom } from "./Whom";

const w = words.evidence.error;

/** What is measured of one known error. States: loading, failed, no case, too little to measure, filled. */
export function ErrorEvidencePage() {
  const { key = "" } = useParams();
  const [search] = useSearchParams();
  const { hash } = useLocation();
  const navigate = useNavigate();
  const filters = filtersOf(search);
  const asked = searchOf(filters);
  // both what was chosen and the fix that is open stand in the address, so that a reload or a link shows the same
  const to = (f: Filters, fix: string) =>
    void navigate({ search: searchOf(f), hash: fix }, { replace: true, preventScrollReset: true });
  const { data, error, refetch } = useQuery(errorEvidenceQuery(key, asked));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page evidence-page">
      <header className="evidence-head">
        <h1>{data.title}</h1>
        <p className="soft">
          {data.since !== null && `${w.line(data.chosen, words.common.month(data.since))} · `}
          {data.choices.agents.length > 0 && `${w.agents(data.choices.agents.length)} · `}
          <Link to={`/library/errors/${data.error}`}>{w.runbook}</Link> ·{" "}
          <FilterLine filters={filters} choices={data.choices} onChange={(f) => to(f, hash)} />
        </p>
      </header>
      {data.chosen === 0 ? (
        <p>{asked === "" ? w.empty : words.evidence.desk.nonePicked}</p>
      ) : (
        <Filled
          e={data}
          search={asked}
          chosen={hash.slice(1)}
          onChoose={(fix) => to(filters, fix)}
          onFact={(name, value) => to(withFact(filters, name, value), hash)}
        />
      )}
    </main>
  );
}

function Filled(p: {
  e: ErrorEvidence;
  search: string;
  chosen: string;
  onChoose: (fix: string) => void;
  onFact: (name: string, value: string) => void;
}) {
  const { e, onChoose } = p;
  const [asFirst, setAsFirst] = useState(false);
  const fix = shown(e, p.chosen);
  useKeys(words.evidence.title, [
    ...e.fixes
      .slice(0, 9)
      .map((f, i) => ({ key: String(i + 1), says: words.evidence.keys.fixes, act: () => onChoose(f.key) })),
    { key: "f", says: words.evidence.keys.first, act: () => setAsFirst(!asFirst) },
  ]);
  return (
    <div className="evidence-columns">
      <div>
        <div className="works">
          <h2>
            {w.works} <span className="soft says">{asFirst ? w.firstSays : w.worksSays}</span>
          </h2>
          <KeyButton k="f" onPress={() => setAsFirst(!asFirst)}>
            {asFirst ? w.toAll : w.toFirst}
          </KeyButton>
        </div>
        <FixRows evidence={e} asFirst={asFirst} chosen={fix?.key ?? ""} onChoose={onChoose} />
        <RuleOut e={e} />
        {fix && <OneFix key={fix.key} e={e} fix={fix} search={p.search} />}
        {fix && <Whom evidence={e} fix={fix.key} onFact={p.onFact} />}
        <p className="soft tables">
          {words.evidence.desk.csv}:{" "}
          {["fixes", "months", "for-whom", "order", "tries"].map((t) => (
            <a key={t} href={tableOfError(e.error, t, p.search)} download>
              {t}
            </a>
          ))}
        </p>
      </div>
      <OrderBeside evidence={e} onPick={onChoose} />
    </div>
  );
}

/** The fix that was asked for, else the one that has changed, else the one tried most: what a lead came to see. */
function shown(e: ErrorEvidence, asked: string): FixEvidence | undefined {
  const fell = e.fixes.find((f) => f.change?.fell);
  const most = [...e.fixes].sort((a, b) => b.tried - a.tried)[0];
  return e.fixes.find((f) => f.key === asked) ?? fell ?? most;
}

function OneFix({ e, fix, search }: { e: ErrorEvidence; fix: FixEvidence; search: string }) {
  const [picked, setPicked] = useState(ALL);
  return (
    <section>
      <h2>{w.months(fix.title)}</h2>
      <div className="months-scroll">
        <Months
          fix={fix}
          releases={e.releases}
          chosen={picked.month}
          onMonth={(month) => setPicked(month === picked.month ? ALL : { month, cases: null })}
        />
      </div>
      <Numbers
        head={["", w.held, w.triedWord]}
        rows={fix.byMonth.map((m) => [words.common.month(m.month), String(m.held), String(m.tried)])}
      />
      <Changed fix={fix} onSee={(cases) => setPicked({ month: "", cases })} />
      <Explained fix={fix} />
      <Tries error={e.error} fix={fix.key} search={search} picked={picked} onAll={() => setPicked(ALL)} />
    </section>
  );
}

function Changed({ fix, onSee }: { fix: FixEvidence; onSee: (cases: number[]) => void }) {
  const c = fix.change;
  if (!c) return null;
  const tens = (held: number, tried: number) => words.common.outOfTen(held / tried).replace("about ", "");
  return (
    <p>
      {c.fell ? w.fell : w.rose}
      {w.change(tens(c.heldBefore, c.triedBefore), tens(c.heldSince, c.triedSince))}
      <strong>
        {c.release !== null ? w.withRelease(c.release) : w.inMonth(words.common.month(c.month))}
      </strong>
      {w.triesSince(c.triedSince)}
      <button type="button" className="plain" onClick={() => onSee(c.caseNumbers)}>
        {w.seeCases}
      </button>
    </p>
  );
}

/** The fix's numbers in sentences. */
function Explained({ fix }: { fix: FixEvidence }) {
  const x = words.evidence.explain;
  const percent = words.common.percent;
  const together = words.common.together(fix.together, fix.credit);
  if (fix.share === null) return together === "" ? null : <p className="soft explained">{together}.</p>;
  return (
    <p className="soft explained">
      {x.share(fix.held, fix.tried, percent(fix.share))}{" "}
      {fix.shareLow === null || fix.shareHigh === null
        ? x.little
        : x.range(percent(fix.shareLow), percent(fix.shareHigh))}{" "}
      {together !== "" && `${together}. `}
      {fix.worked > fix.held && `${x.cameBack(fix.worked - fix.held)} `}
      {fix.chance !== null && `${x.first(percent(fix.chance), fix.triedFirst, fix.workedFirst)} `}
      {x.minutes(
        words.common.minutes(fix.minutes),
        fix.authoredMinutes === null ? null : words.common.minutes(fix.authoredMinutes),
      )}{" "}
      {fix.afterRestart !== null && w.restart(words.common.outOfTen(fix.afterRestart))}
    </p>
  );
}

function RuleOut({ e }: { e: ErrorEvidence }) {
  const author = useContext(SignedIn).roles.includes("author");
  const draft = useDraft(e.error);
  const fixes = e.fixes.filter((f) => f.ruleOut);
  return (
    <>
      {fixes.map((f) => (
        <p key={f.key} className="soft">
          {w.ruleOut(f.title, f.held, f.tried)}
          {author && !draft.isSuccess && e.fixes.length > 1 && (
            <button
              type="button"
              className="plain"
              disabled={draft.isPending}
              onClick={() => draft.mutate(f.key)}
            >
              {w.ruleOutAct}
            </button>
          )}
        </p>
      ))}
      {draft.isSuccess && <Drafted error={e.error} />}
    </>
  );
}
