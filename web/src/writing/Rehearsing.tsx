import { useMutation } from "@tanstack/react-query";
import { Button } from "antd";
import { Link } from "react-router";
import type { Rehearsed, RehearsedGroup } from "../api";
import { Failed } from "../look";
import { words } from "../words";
import { rehearse } from "./api";
import { begunOtherwise, meanMinutes } from "./rehearsed";

const t = words.writing.rehearsing;

/** The document as it stands there, gone through on past cases. States: not asked, running, failed, filled. */
export function Rehearsing({ docKey, text }: { docKey: string; text: string }) {
  const run = useMutation({ mutationFn: (of: string) => rehearse(docKey, of) });
  const stale = run.data !== undefined && run.variables !== text;
  return (
    <section className="rehearsing">
      <div className="rehearsing-head">
        <Button loading={run.isPending} onClick={() => run.mutate(text)}>
          {run.data ? t.again : t.begin}
        </Button>
        <span className="soft" aria-live="polite">
          {run.isPending ? t.running : stale ? t.stale : t.says}
        </span>
      </div>
      {run.error && <Failed error={run.error} again={() => run.mutate(text)} />}
      {run.data && <Came r={run.data} />}
    </section>
  );
}

function Came({ r }: { r: Rehearsed }) {
  const before = meanMinutes(r.plans.map((p) => p.minutesBefore));
  const after = meanMinutes(r.plans.map((p) => p.minutesAfter));
  const blanks = Object.entries(r.heard.blanks);
  return (
    <>
      <p>{t.looked(r.heard.looked, r.heard.kept)}</p>
      <Texts title={t.stolen} group={r.heard.stolen} />
      <Texts title={t.lost} group={r.heard.lost} />
      <Texts title={t.caught} group={r.heard.caught} />
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
          <h3>{t.owed}</h3>
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

function Texts({ title, group }: { title: (n: number) => string; group: RehearsedGroup }) {
  if (group.count === 0) return null;
  return (
    <details open>
      <summary>{title(group.count)}</summary>
      <ul className="rehearsed-texts">
        {group.newest.map((x) => (
          <li key={x.number}>
            <Link to={`/case/${x.number}`}>{words.case.number(x.number)}</Link>{" "}
            {x.error && <span className="soft">{x.error} </span>}
            <span className="mono">{x.excerpt}</span>
          </li>
        ))}
      </ul>
      {group.count > group.newest.length && (
        <p className="soft">{t.more(group.count - group.newest.length)}</p>
      )}
    </details>
  );
}
