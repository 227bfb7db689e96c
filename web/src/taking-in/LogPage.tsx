import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import type { Finding, Findings, Scan } from "../api";
import { openCasesQuery } from "../desk";
import { Key, Progress, useKeys } from "../look";
import { words } from "../words";
import { scansQuery } from "./api";
import { Ruler } from "./Ruler";
import type { Log } from "./useLog";

const MOST_SHOWN = 9;
/** Characters of what was typed that are shown beside the findings. */
const BESIDE = 120;
const MOST_CASES = 12;
const MOST_LOGS = 4;

/** The button that picks a log; dropping one anywhere on the page does the same. */
export function PickLog({ onPick }: { onPick: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <p className="pick-log">
      <button type="button" className="plain" onClick={() => input.current?.click()}>
        {words.takingIn.log.read}
      </button>
      <input
        ref={input}
        type="file"
        aria-label={words.takingIn.log.read}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) onPick(file);
        }}
      />
    </p>
  );
}

/** Logs that are being read or were read while this page was away. */
export function EarlierLogs({ onShow }: { onShow: (scan: Scan) => void }) {
  const t = words.takingIn.log;
  const { data } = useQuery(scansQuery);
  const scans = (data ?? []).filter((s) => s.state !== "cancelled").slice(0, MOST_LOGS);
  if (scans.length === 0) return null;
  return (
    <section className="earlier-logs">
      <h2>{t.earlier}</h2>
      <ul>
        {scans.map((s) => (
          <li key={s.id}>
            <span className="mono">{s.name}</span> <span className="soft">{t.states[s.state]}</span>{" "}
            <button type="button" className="plain" onClick={() => onShow(s)}>
              {t.show}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function stageWords(log: Log): string {
  const t = words.takingIn.log;
  switch (log.stage) {
    case "sending":
      return t.sending(log.percent);
    case "waiting":
      return t.waiting;
    case "reading":
      return t.reading(log.percent);
    case "cancelled":
      return t.cancelled;
    default:
      return log.problem;
  }
}

/** A log being read, then what it says: a ruler of the file, known errors, and lines that look like errors. */
export function LogPage({
  log,
  typed = "",
  onOpen,
  onAdd,
}: {
  log: Log;
  /** What was typed or pasted before the log was read. */
  typed?: string;
  onOpen: (text: string, error: string | null) => void;
  onAdd: (n: number, text: string) => void;
}) {
  const t = words.takingIn.log;
  const findings = log.stage === "done" ? (log.scan?.findings ?? null) : null;
  const under = log.stage === "sending" || log.stage === "waiting" || log.stage === "reading";
  const takable = findings ? [...findings.known, ...findings.unknown].slice(0, MOST_SHOWN) : [];
  const { data: cases } = useQuery(openCasesQuery);
  const mine = (cases ?? []).slice(0, MOST_CASES);
  const [target, setTarget] = useState(0); // 0 is a new case
  const open = (f: Finding) => {
    const text = f.excerpts[0]?.text ?? f.title;
    if (target > 0) onAdd(target, text);
    else onOpen(text, f.error || null);
  };
  const targets = [0, ...mine.map((c) => c.number)];
  const next = () => setTarget(targets[(targets.indexOf(target) + 1) % targets.length] ?? 0);
  useKeys(words.keys.inTakingIn, [
    ...takable.map((f, i) => ({ key: String(i + 1), says: f.title, act: () => open(f) })),
    { key: "c", says: t.nextCase, act: next, alive: takable.length > 0 && mine.length > 0 },
    { key: "Escape", says: under ? t.cancel : t.close, act: under ? log.cancel : log.close },
  ]);
  return (
    <main className="log-page">
      <div className="page-head">
        <h1>{log.file}</h1>
        <button type="button" className="plain" onClick={under ? log.cancel : log.close}>
          {under ? t.cancel : t.close}
        </button>
      </div>
      {findings === null && (
        <div aria-live="polite">
          {under ? (
            <Progress percent={log.percent} says={stageWords(log)} />
          ) : (
            <p className={log.stage === "failed" ? "refused" : "soft"}>{stageWords(log)}</p>
          )}
        </div>
      )}
      {takable.length > 0 && mine.length > 0 && (
        <p className="log-target">
          <Key k="c" />
          <label>
            {t.goesTo}{" "}
            <select value={target} onChange={(e) => setTarget(Number(e.target.value))}>
              <option value={0}>{t.newCase}</option>
              {mine.map((c) => (
                <option key={c.number} value={c.number}>
                  {words.case.number(c.number)} · {c.title}
                </option>
              ))}
            </select>
          </label>
        </p>
      )}
      {takable.length > 0 && target === 0 && typed !== "" && (
        <p className="soft">{t.beside(typed.length > BESIDE ? `${typed.slice(0, BESIDE)}\u2026` : typed)}</p>
      )}
      {findings && (
        <Said
          findings={findings}
          takable={takable}
          digits={target > 0 ? t.digitsAdd(target) : t.digits}
          onOpen={open}
        />
      )}
    </main>
  );
}

function Said(p: { findings: Findings; takable: Finding[]; digits: string; onOpen: (f: Finding) => void }) {
  const t = words.takingIn.log;
  const f = p.findings;
  const nothing = f.known.length === 0 && f.unknown.length === 0;
  return (
    <>
      <p className="soft">
        {t.lines(f.lines)}
        {f.firstFailure > 0 && ` · ${t.first(f.firstFailure)}`} {!nothing && ` · ${p.digits}`}
      </p>
      <Ruler lines={f.lines} known={f.known} unknown={f.unknown} />
      {nothing && <p>{t.nothing}</p>}
      {f.before.length > 0 && (
        <p className="log-before mono soft">
          {t.before}:{f.before.map((e) => `\n${e.line}  ${e.text}`)}
        </p>
      )}
      {[f.known, f.unknown].map(
        (list, known) =>
          list.length > 0 && (
            <section key={known}>
              <h2>{known === 0 ? t.known : t.unknown}</h2>
              {list.map((x) => (
                <FindingCard
                  key={x.error || x.title}
                  f={x}
                  n={p.takable.indexOf(x) + 1}
                  onOpen={() => p.onOpen(x)}
                />
              ))}
            </section>
          ),
      )}
      {f.moreShapes > 0 && <p className="soft">{t.more(f.moreShapes)}</p>}
    </>
  );
}

/** One finding: how often, where, its first line; more lines on demand. */
function FindingCard({ f, n, onOpen }: { f: Finding; n: number; onOpen: () => void }) {
  const t = words.takingIn.log;
  const [all, setAll] = useState(false);
  return (
    <div className="finding">
      {n > 0 ? <Key k={String(n)} /> : <span />}
      <div>
        <b className={f.error ? "" : "mono"}>{f.title}</b>{" "}
        <span className="soft">
          {t.times(f.count)} · {t.line(f.firstLine)}
          {f.runs[0] && ` · ${t.retries(f.runs[0].count, f.runs[0].from, f.runs[0].to)}`}
        </span>
        {(all ? f.excerpts : f.excerpts.slice(0, 1)).map((e) => (
          <p key={e.line} className="mono log-line">
            <span className="soft">{e.line}</span> {e.text}
          </p>
        ))}
        <button type="button" className="plain" onClick={onOpen}>
          {t.take}
        </button>{" "}
        {f.excerpts.length > 1 && !all && (
          <button type="button" className="plain" onClick={() => setAll(true)}>
            {t.all(f.excerpts.length)}
          </button>
        )}
      </div>
    </div>
  );
}
