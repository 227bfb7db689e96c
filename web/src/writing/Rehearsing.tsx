import { useMutation, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { type Heard, newId, type Rehearsed } from "../api";
import { Failed } from "../look";
import { words } from "../words";
import { type Folder, rehearse, rehearsedQuery, stopRehearsal } from "./api";
import { begunOtherwise, meanMinutes } from "./rehearsed";
import { Told } from "./Told";

const t = words.writing.rehearsing;

/** The document as it stands there, gone through on past cases. States: not asked, running, stopped, failed, filled. */
export function Rehearsing({ folder, docKey, text }: { folder: Folder; docKey: string; text: string }) {
  const [stopped, setStopped] = useState<string | null>(null);
  const run = useMutation({
    mutationFn: (asked: { of: string; run: string }) => rehearse(folder, docKey, asked.of, asked.run),
  });
  const begin = () => run.mutate({ of: text, run: newId() });
  const named = run.variables?.run ?? null;
  const { data: progress } = useQuery(rehearsedQuery(run.isPending ? named : null));
  const stale = run.data !== undefined && run.variables.of !== text;
  const wasStopped = named !== null && named === stopped;
  return (
    <section className="rehearsing">
      <div className="rehearsing-head">
        <Button loading={run.isPending} onClick={begin}>
          {run.data ? t.again : t.begin}
        </Button>
        {run.isPending && progress && named && (
          <Button
            onClick={() => {
              setStopped(named);
              // it may have ended meanwhile
              void stopRehearsal(named).catch(() => undefined);
            }}
          >
            {t.stop}
          </Button>
        )}
        <span className="soft" aria-live="polite">
          {run.isPending
            ? progress && progress.of > 0
              ? t.looking(progress.looked, progress.of)
              : t.running
            : wasStopped && run.error
              ? t.stopped
              : stale
                ? t.stale
                : folder === "fixes"
                  ? t.saysFix
                  : t.says}
        </span>
      </div>
      {run.error && !wasStopped && <Failed error={run.error} again={begin} />}
      {run.data && <Came r={run.data} />}
    </section>
  );
}

function Came({ r }: { r: Rehearsed }) {
  const before = meanMinutes(r.plans.map((p) => p.minutesBefore));
  const after = meanMinutes(r.plans.map((p) => p.minutesAfter));
  return (
    <>
      {r.heard ? <Texts heard={r.heard} /> : <p>{t.users(r.users)}</p>}
      {r.unsettled.length > 0 && (
        <>
          <h3>{t.unsettled}</h3>
          <ul>
            {r.unsettled.map((u) => (
              <li key={u.error}>
                <Link to={`/library/errors/${u.error}`}>{u.title}</Link>:{" "}
                <span className="soft">{u.problems.join("; ")}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {r.plans.length > 0 && (
        <>
          <h3>{t.plans(r.plans.length)}</h3>
          {before !== null && after !== null && <p>{t.minutes(before, after)}</p>}
          <p>{t.otherwise(begunOtherwise(r.plans).length, r.plans.length)}</p>
          <ul>
            {begunOtherwise(r.plans).map((p) => (
              <li key={p.number}>
                <Link to={`/case/${p.number}`}>{words.case.number(p.number)}</Link>{" "}
                <span className="soft">{t.insteadOf(p.firstAfter ?? "", p.firstBefore ?? "")}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {r.owed.length > 0 && (
        <>
          <h3>{r.heard ? t.owed : t.owedByFix}</h3>
          <ul>
            {r.owed.map((o) => (
              <li key={o.fix}>
                {o.fix}: <span className="soft">{o.putBacks.join(", ")}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function Texts({ heard }: { heard: Heard }) {
  const blanks = Object.entries(heard.blanks);
  return (
    <>
      <p>{t.looked(heard.looked, heard.kept)}</p>
      <Told title={t.stolen} group={heard.stolen} />
      <Told title={t.lost} group={heard.lost} />
      <Told title={t.caught} group={heard.caught} />
      {blanks.length > 0 && (
        <>
          <h3>{t.blanks}</h3>
          <ul>
            {blanks.map(([name, of]) => (
              <li key={name}>
                <span className="mono">{name}</span> <span className="soft">{t.inTexts(of)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
