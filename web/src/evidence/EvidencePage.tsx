import "./evidence.css";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { DeskEvidence } from "../api";
import { Coming, Failed, Progress } from "../look";
import { words } from "../words";
import { deskEvidenceQuery, tableOfDesk } from "./api";
import { Durations, FirstFixes } from "./DeskPlots";
import { FilterLine } from "./FilterLine";
import { filtersOf, monthDays, searchOf } from "./filters";
import { Opened } from "./Opened";
import { Numbers } from "./Numbers";
import { lengths, percentOf, share } from "./plot";

const w = words.evidence.desk;
const FEW = 12;

/** What the desk's cases come to. States: loading, failed, being read, no case, filled. */
export function EvidencePage() {
  const [search, setSearch] = useSearchParams();
  const filters = filtersOf(search);
  const asked = searchOf(filters);
  const { data, error, refetch } = useQuery(deskEvidenceQuery(asked));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page evidence-page">
      <header className="evidence-head">
        <h1>{words.evidence.title}</h1>
        <p className="soft">
          <FilterLine filters={filters} choices={data.choices} onChange={(f) => setSearch(searchOf(f))} />
        </p>
      </header>
      {data.reading ? (
        <Progress
          percent={percentOf(data.reading.done, data.reading.total)}
          says={w.reading(words.common.percent(share(data.reading.done, data.reading.total) ?? 0))}
        />
      ) : data.cases === 0 ? (
        <p>{asked === "" ? w.none : w.nonePicked}</p>
      ) : (
        <>
          <Summary d={data} />
          <div className="evidence-columns">
            <Where d={data} search={asked} />
            <div>
              <ChangedFixes d={data} />
              <h2>{w.months}</h2>
              <FirstFixes
                months={data.months}
                onMonth={(m) => setSearch(searchOf({ ...filters, ...monthDays(m) }))}
              />
              <Numbers
                head={[
                  "",
                  w.monthHead.cases,
                  w.monthHead.solved,
                  w.monthHead.first,
                  w.monthHead.held,
                  w.monthHead.half,
                ]}
                rows={data.months.map((m) => [
                  words.common.month(m.month),
                  String(m.cases),
                  String(m.solved),
                  String(m.firstFix),
                  String(m.held),
                  m.median === null ? "" : words.common.minutes(m.median),
                ])}
              />
              <h2>{w.long}</h2>
              <Durations bins={data.bins} />
              <p className="soft tables">
                {w.csv}:{" "}
                {["errors", "months", "minutes"].map((t) => (
                  <a key={t} href={tableOfDesk(t, asked)} download>
                    {t}
                  </a>
                ))}
              </p>
            </div>
          </div>
        </>
      )}
    </main>
  );
}

/** The desk in one sentence; each number opens how it was computed. */
function Summary({ d }: { d: DeskEvidence }) {
  const percent = (part: number, of: number) => words.common.percent(share(part, of) ?? 0);
  const [, half, , most] = d.quartiles;
  return (
    <p className="evidence-summary">
      {w.since(d.cases, words.common.month(d.months[0]?.month ?? ""))}
      <Opened number={w.first(percent(d.firstFix, d.cases))}>{w.how.first}</Opened>,{" "}
      <Opened number={w.held(percent(d.held, d.solved))}>{w.how.held}</Opened>
      {half !== undefined && most !== undefined && (
        <>
          ;{" "}
          <Opened number={w.time(words.common.minutes(half), words.common.minutes(most))}>
            {w.how.time}
          </Opened>
        </>
      )}
      . <Opened number={capital(w.saved(words.common.minutes(d.savedAMonth)))}>{w.how.saved}</Opened>.
    </p>
  );
}

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

function Where({ d, search }: { d: DeskEvidence; search: string }) {
  const [all, setAll] = useState(false);
  const long = lengths(d.errors.map((e) => e.savedAMonth));
  const shown = all ? d.errors : d.errors.slice(0, FEW);
  return (
    <section>
      <h2>
        {w.where} <span className="soft says">{w.whereSays}</span>
      </h2>
      <ol className="where">
        {shown.map((e, i) => (
          <li key={e.error}>
            <Link to={`/evidence/${e.error}${search ? `?${search}` : ""}`}>
              <span className="name">{e.title}</span>
              <span className="sewn-length" style={{ width: `${(long[i] ?? 0) * 100}%` }} />
              <span className="soft">{lineSays(e)}</span>
            </Link>
          </li>
        ))}
      </ol>
      {d.failed.length > 0 && (
        <p className="refused" role="alert">
          {w.failed(d.failed)}
        </p>
      )}
      {d.errors.length > FEW && (
        <button type="button" className="plain" onClick={() => setAll(!all)}>
          {all ? w.fewer : w.all(d.errors.length)}
        </button>
      )}
      {d.errorsInAll > d.errors.length && <p className="soft">{w.most(d.errors.length, d.errorsInAll)}</p>}
    </section>
  );
}

function lineSays(e: DeskEvidence["errors"][number]): string {
  if (!e.measured || e.minutesMeasured === null || e.minutesAuthored === null) return w.unmeasured(e.cases);
  const parts = e.orderDiffers
    ? [
        w.instead(words.common.tenths(e.minutesMeasured), words.common.tenths(e.minutesAuthored)),
        w.aMonth(words.common.minutes(e.savedAMonth ?? 0)),
      ]
    : [words.common.minutes(e.minutesMeasured), w.same];
  return [...parts, ...(e.littleEvidence ? [w.little] : [])].join(" · ");
}

function ChangedFixes({ d }: { d: DeskEvidence }) {
  const x = words.evidence.error;
  const out = d.errors.flatMap((e) => e.ruleOut.map((title) => ({ title, error: e.error, of: e.title })));
  return (
    <section>
      <h2>{w.changed}</h2>
      {d.changes.length === 0 && <p className="soft">{w.changedNone}</p>}
      <ul className="changed">
        {d.changes.map((c) => (
          <li key={c.error + c.fix}>
            <Link to={`/evidence/${c.error}`}>
              {c.title} <span className="soft">{c.of}</span>
            </Link>
            <span className="soft">
              {c.fell ? x.fell : x.rose}
              {x.change(words.common.percent(c.before), words.common.percent(c.since))}
              {c.release !== null ? x.withRelease(c.release) : x.inMonth(words.common.month(c.month))}
            </span>
          </li>
        ))}
      </ul>
      {out.length > 0 && (
        <>
          <h2>{w.ruleOut}</h2>
          <ul className="changed">
            {out.map((o) => (
              <li key={o.error + o.title}>
                <Link to={`/evidence/${o.error}`}>
                  {o.title} <span className="soft">{o.of}</span>
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
