import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import type { ImportedCases, Job } from "../api";
import { Progress, useKept, useSay } from "../look";
import { words } from "../words";
import { bringCases, isGone, jobQuery, stopJob } from "./api";

const t = words.inAndOut.casesIn;

/** What was sent last: the work that stores it, and the name of its file. */
interface Sent {
  id: string;
  name: string;
}

/** Cases that were worked elsewhere, as CSV: how far they are, and what became of them. States: nothing sent, running, ended, forgotten. */
export function CasesIn() {
  const [sent, setSent] = useKept<Sent | null>("cases-in", null);
  const [sending, setSending] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const say = useSay();
  const { data, error } = useQuery({ ...jobQuery(sent?.id ?? ""), enabled: sent !== null });
  const gone = isGone(error);
  const job = gone ? undefined : data;
  const running = job?.state === "running";

  const send = async (file: File | undefined) => {
    if (!file || sending || running) return;
    setSending(true);
    try {
      setSent({ id: (await bringCases(file)).id, name: file.name });
    } catch (e) {
      say.failed(e);
    } finally {
      setSending(false);
    }
  };
  return (
    <section className="cases-in">
      <h2>{t.title}</h2>
      <p>
        {t.lead}{" "}
        <button
          type="button"
          className="plain"
          disabled={sending || running}
          onClick={() => input.current?.click()}
        >
          {t.choose}
        </button>
        . <span className="soft">{t.twice}</span>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,text/csv"
          aria-label={t.choose}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            void send(file);
          }}
        />
      </p>
      {sending && (
        <p className="soft" role="status">
          {t.reading}
        </p>
      )}
      {sent && gone && <p className="soft">{t.gone(sent.name)}</p>}
      {sent && job && running && (
        <Running name={sent.name} job={job} stop={() => void stopJob(sent.id).catch(say.failed)} />
      )}
      {sent && job && !running && <Ended name={sent.name} job={job} putAway={() => setSent(null)} />}
    </section>
  );
}

function Running({ name, job, stop }: { name: string; job: Job; stop: () => void }) {
  return (
    <div className="cases-coming">
      <Progress
        percent={job.total > 0 ? (100 * job.done) / job.total : 0}
        says={job.total > 0 ? t.rows(name, job.done, job.total) : t.waits(name)}
      />
      <button type="button" className="plain" onClick={stop}>
        {t.stop}
      </button>
    </div>
  );
}

function Ended({ name, job, putAway }: { name: string; job: Job; putAway: () => void }) {
  const result = job.result as ImportedCases | null;
  return (
    <div className="cases-came">
      <p role="status">
        {job.state === "stopped" && t.stopped(name)}
        {job.state === "failed" && job.problem}
        {result && ` ${t.came(name, result.cases, result.unchanged)}`}{" "}
        <button type="button" className="plain" onClick={putAway}>
          {t.putAway}
        </button>
      </p>
      {result && result.rejected.length > 0 && (
        <>
          <h3>{t.rejected(result.rejected.length)}</h3>
          <ul className="rejected-rows">
            {result.rejected.map((r) => (
              <li key={`${r.row} ${r.column}`}>
                <span className="row">{t.row(r.row)}</span> <code>{r.column}</code> {r.message}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
