import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import type { Job } from "../api";
import { Ago, Coming, Failed, useNow, useSay } from "../look";
import { words } from "../words";
import { backupsQuery, makeBackup } from "./api";
import { JobLine } from "./JobLine";

const t = words.team;

/** The copies that lie in the data folder, what the last one failed at, and one to be carried away. */
export function Backups() {
  const { data, error, refetch } = useQuery(backupsQuery);
  const client = useQueryClient();
  const say = useSay();
  const now = useNow();
  const [job, setJob] = useState<string | null>(null);
  const [made, setMade] = useState<string | null>(null);
  const begin = () => {
    setMade(null);
    void makeBackup().then((j) => setJob(j.id), say.failed);
  };
  const done = (j: Job) => {
    setJob(null);
    void client.invalidateQueries({ queryKey: backupsQuery.queryKey });
    const id = (j.result as { id?: string } | null)?.id;
    if (j.state === "done" && id) setMade(id);
    else say.failed(new Error(j.problem));
  };
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <section className="setting">
      <h2>{t.backups}</h2>
      <p>{t.backupsSay(data.everyHours, data.keeps)}</p>
      {data.failed && (
        <p className="refused" role="alert">
          {t.backupFailed} <Ago at={data.failed.at} now={now} />: {data.failed.why}
        </p>
      )}
      <ul className="backup-files">
        {data.files.map((f) => (
          <li key={f.name}>
            <a className="mono" href={`/api/backups/files/${encodeURIComponent(f.name)}`} download>
              {f.name}
            </a>
            <span className="soft">
              <Ago at={f.at} now={now} />, {t.size(f.bytes)}
              {f.scheduled ? "" : `, ${t.keptUntilDeleted}`}
            </span>
          </li>
        ))}
      </ul>
      {data.files.length === 0 && <p className="soft">{t.noBackups}</p>}
      {job ? (
        <JobLine id={job} says={t.backingUp} onDone={done} />
      ) : (
        <Button onClick={begin}>{t.backUpNow}</Button>
      )}
      {made && (
        <p>
          <a href={`/api/backups/${made}`} download>
            {t.carryAway}
          </a>{" "}
          <span className="soft">{t.forAnHour}</span>
        </p>
      )}
    </section>
  );
}
