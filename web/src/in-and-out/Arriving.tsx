import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { lazy, Suspense, useRef, useState } from "react";
import { type Arrival, type ArrivingFile, HttpError } from "../api";
import { Coming, Failed, useKept, useSay } from "../look";
import { words } from "../words";
import { arrive, besideQuery, forget, importChosen, job, lookAgain } from "./api";

const Beside = lazy(() => import("../writing/Beside"));
const t = words.inAndOut;
const WORDS = "library.yaml";
const POLL_MS = 300;

const canCome = (f: ArrivingFile) => f.change === "new" || f.change === "changed";

/** What was sent: the name of its file, and the paths that are left out. */
interface Sent {
  id: string;
  name: string;
  left: string[];
}

/** A library's zip: what it would change file by file, what is chosen of it, and only then the import. */
export function Arriving() {
  // what was sent outlives a reload; so does what was left out of it
  const [sent, setSent] = useKept<Sent | null>("arriving", null);
  const [arrival, setArrival] = useState<Arrival | null>(null);
  const [publish, setPublish] = useState(false);
  const [shown, setShown] = useState<string | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const say = useSay();
  const chosen = new Set(
    (arrival?.files ?? []).filter((f) => canCome(f) && !sent?.left.includes(f.path)).map((f) => f.path),
  );
  const leaveOut = (left: string[]) => sent && setSent({ ...sent, left });

  const take = async (file: File | undefined) => {
    if (!file || busy) return;
    setBusy(t.reading);
    try {
      const a = await arrive(file, publish);
      setArrival(a);
      setSent({ id: a.id, name: file.name, left: [] });
      setShown(null);
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(null);
    }
  };
  const putAway = () => {
    if (sent) void forget(sent.id).catch(() => undefined);
    setSent(null);
    setArrival(null);
  };
  const look = async (seen: boolean) => {
    if (!sent) return;
    try {
      setArrival(await lookAgain(sent.id, seen));
      void client.invalidateQueries({ queryKey: ["arrival", sent.id] });
    } catch (e) {
      // it is kept for an hour
      if (e instanceof HttpError && e.status === 404) {
        setSent(null);
        setArrival(null);
      }
      say.failed(e);
    }
  };
  const begin = async () => {
    if (!arrival || busy) return;
    setBusy(t.importing(0));
    try {
      const files = arrival.files
        .filter((f) => chosen.has(f.path))
        .map((f) => ({ path: f.path, revision: f.revision }));
      let now = await importChosen(arrival.id, files, publish);
      while (now.state === "running") {
        setBusy(t.importing(now.total > 0 ? Math.floor((100 * now.done) / now.total) : 0));
        await new Promise((done) => setTimeout(done, POLL_MS));
        now = await job(now.id);
      }
      if (now.state === "failed") {
        say.failed(new Error(now.problem));
        await look(publish);
      } else {
        const r = now.result as { created: number; changed: number };
        say.done(t.imported(r.created, r.changed));
        setSent(null);
        setArrival(null);
        void client.invalidateQueries({ queryKey: ["library"] });
        void client.invalidateQueries({ queryKey: ["writing"] });
      }
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(null);
    }
  };

  return (
    <section
      className={over ? "arriving over" : "arriving"}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void take(e.dataTransfer.files[0]);
      }}
    >
      <h2>{t.in}</h2>
      <p>
        {t.lead}{" "}
        <button type="button" className="plain" onClick={() => input.current?.click()}>
          {t.choose}
        </button>
        . <span className="soft">{t.nothingYet}</span>
        <input
          ref={input}
          type="file"
          hidden
          accept=".zip,application/zip"
          aria-label={t.choose}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            void take(file);
          }}
        />
      </p>
      {busy && (
        <p className="soft" role="status">
          {busy}
        </p>
      )}
      {sent && !arrival && !busy && (
        <p>
          {t.kept(sent.name)}{" "}
          <button type="button" className="plain" onClick={() => void look(publish)}>
            {t.goOn}
          </button>{" "}
          <button type="button" className="plain" onClick={putAway}>
            {t.forget}
          </button>
        </p>
      )}
      {sent && arrival && (
        <>
          <h3>{t.of(sent.name)}</h3>
          <div className="arriving-acts">
            <Button type="primary" disabled={chosen.size === 0 || busy !== null} onClick={() => void begin()}>
              {t.import(chosen.size)}
            </Button>
            <Checkbox
              checked={publish}
              disabled={busy !== null}
              onChange={(e) => {
                setPublish(e.target.checked);
                void look(e.target.checked);
              }}
            >
              {t.publish}
            </Checkbox>
            {!publish && <span className="soft">{t.asDrafts}</span>}
            <button type="button" className="plain" onClick={() => leaveOut([])}>
              {t.all}
            </button>
            <button
              type="button"
              className="plain"
              onClick={() => leaveOut(arrival.files.map((f) => f.path))}
            >
              {t.none}
            </button>
            <button type="button" className="plain" onClick={() => void look(publish)}>
              {t.again}
            </button>
            <button type="button" className="plain" onClick={putAway}>
              {t.forget}
            </button>
          </div>
          <Files
            arrival={arrival}
            chosen={chosen}
            shown={shown}
            onShow={(path) => setShown(shown === path ? null : path)}
            onChoose={(path, on) => leaveOut(on ? sent.left.filter((x) => x !== path) : [...sent.left, path])}
          />
        </>
      )}
    </section>
  );
}

const MOST = 300;

function Files(p: {
  arrival: Arrival;
  chosen: ReadonlySet<string>;
  shown: string | null;
  onShow: (path: string) => void;
  onChoose: (path: string, on: boolean) => void;
}) {
  const [most, setMost] = useState(MOST);
  const same = p.arrival.files.filter((f) => f.change === "same").length;
  const rest = p.arrival.files.filter((f) => f.change !== "same");
  return (
    <>
      {rest.length === 0 && <p>{t.nothing}</p>}
      <ul className="arriving-files">
        {rest.slice(0, most).map((f) => (
          <li key={f.path}>
            <div className="arriving-file">
              <Checkbox
                aria-label={f.path}
                checked={p.chosen.has(f.path)}
                disabled={!canCome(f)}
                onChange={(e) => p.onChoose(f.path, e.target.checked)}
              />
              <span className={`change is-${f.change}`}>{t.changes[f.change]}</span>
              <button
                type="button"
                className="name"
                aria-expanded={p.shown === f.path}
                onClick={() => p.onShow(f.path)}
              >
                {f.path === WORDS ? t.words : f.title} <span className="soft mono">{f.path}</span>
              </button>
              {canCome(f) && <span className="soft">{t.lines(f.added, f.removed)}</span>}
            </div>
            {f.problems.slice(0, 5).map((x) => (
              <p key={`${x.line}:${x.column}:${x.message}`} className="refused">
                {t.line(x.line, x.message)}
              </p>
            ))}
            {p.shown === f.path && <BesideFile id={p.arrival.id} path={f.path} />}
          </li>
        ))}
      </ul>
      {rest.length > most && (
        <button type="button" className="plain" onClick={() => setMost(most + MOST)}>
          {t.moreFiles(rest.length - most)}
        </button>
      )}
      {same > 0 && <p className="soft">{t.same(same)}</p>}
    </>
  );
}

function BesideFile({ id, path }: { id: string; path: string }) {
  const { data, error, refetch } = useQuery(besideQuery(id, path));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <Suspense fallback={<Coming />}>
      <Beside left={data.there} leftTitle={t.here} right={data.arriving} rightTitle={t.arriving} />
    </Suspense>
  );
}
