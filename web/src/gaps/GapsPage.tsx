import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import type { GapShape, LogGap } from "../api";
import { SignedIn } from "../frame";
import { Ago, Coming, Failed, MiniSeam, useKeys, useNow, useSay } from "../look";
import { words } from "../words";
import { gapsQuery, hideLine, hideShape, logGapsQuery } from "./api";
import { CaseLinks } from "./CaseLinks";
import { GapActs } from "./GapActs";
import { GapLine } from "./GapLine";
import "./gaps.css";
import { GapTabs } from "./GapTabs";
import { Near } from "./Near";
import { useDrafting } from "./useDrafting";

const g = words.gaps;
const MOST_CASES = 12;

/** What can be chosen in the list: a shape that cases said, or one that only logs did. */
type Row = { name: string; draft: string | null } & (
  { of: "cases"; shape: GapShape } | { of: "logs"; shape: LogGap }
);

/** What the desk met and could not name, those that cost most first. States: loading, failed, empty, filled. */
export function GapsPage() {
  const [hidden, setHidden] = useState(false);
  const { data, error, refetch } = useQuery(gapsQuery(hidden));
  const { data: logs, error: logsError, refetch: logsAgain } = useQuery(logGapsQuery(hidden));
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const [hiding, setHiding] = useState(false);
  const writes = useContext(SignedIn).roles.includes("author");
  const client = useQueryClient();
  const say = useSay();
  const now = useNow();
  const { draft, draftLine } = useDrafting();
  const rows: Row[] = [
    ...(data?.shapes ?? []).map((s) => ({
      of: "cases" as const,
      name: `case ${s.number}`,
      draft: s.draft,
      shape: s,
    })),
    ...(logs ?? []).map((s) => ({ of: "logs" as const, name: `line ${s.id}`, draft: s.draft, shape: s })),
  ];
  const chosen = Math.min(at, Math.max(0, rows.length - 1));
  const row = rows[chosen];
  const hide = (r: Row, reason: string) =>
    (r.of === "cases" ? hideShape(r.shape.number, reason) : hideLine(r.shape.id, reason)).then(
      () => {
        setHiding(false);
        setOpen(null);
        void client.invalidateQueries({ queryKey: ["gaps"] });
      },
      (e: unknown) => say.failed(e),
    );
  const begin = (r: Row) => void (r.of === "cases" ? draft(r.shape.cases) : draftLine(r.shape.id));
  const choose = (i: number) => {
    setAt(Math.max(0, Math.min(i, rows.length - 1)));
    setHiding(false);
  };
  const toggle = (r: Row) => setOpen(open === r.name ? null : r.name);
  useKeys(g.keys, [
    { key: "ArrowDown", says: g.keyMove, act: () => choose(chosen + 1), alive: rows.length > 1 },
    { key: "ArrowUp", says: g.keyMove, act: () => choose(chosen - 1), alive: rows.length > 1 },
    { key: "Enter", says: g.keyOpen, act: () => row && toggle(row), alive: row !== undefined },
    {
      key: "m",
      says: g.draft,
      act: () => row && begin(row),
      alive: row !== undefined && row.draft === null && !hidden,
    },
    {
      key: "h",
      says: g.hide,
      act: () => {
        setOpen(row?.name ?? null);
        setHiding(true);
      },
      alive: writes && row !== undefined && !hidden,
    },
  ]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const acts = (r: Row, i: number) => (
    <GapActs
      draft={r.draft}
      hiddenFor={r.shape.hiddenFor}
      writes={writes}
      hiding={hiding && i === chosen}
      onHiding={setHiding}
      onHide={(why) => void hide(r, why)}
      onDraft={() => begin(r)}
    />
  );
  const line = (r: Row, i: number) => ({
    message: r.shape.message,
    chosen: i === chosen,
    open: open === r.name,
    onOpen: () => {
      choose(i);
      toggle(r);
    },
  });
  const hiddenInAll = data.hidden + (hidden ? 0 : 0);
  return (
    <main className="page gaps">
      <div className="page-head">
        {hidden ? <h1>{g.hiddenTitle}</h1> : <GapTabs at="gaps" />}
        {(hidden || hiddenInAll > 0) && (
          <button
            type="button"
            className="plain"
            onClick={() => {
              setHidden(!hidden);
              setOpen(null);
            }}
          >
            {hidden ? g.toGaps : g.toHidden(hiddenInAll)}
          </button>
        )}
      </div>
      {!hidden && data.cases > 0 && (
        <p className="gaps-sentence">
          {g.sentence(
            data.cases.toLocaleString(words.lang),
            Math.round(data.solvedShare * 100),
            Math.round(data.unnamedShare * 100),
          )}
        </p>
      )}
      {rows.length === 0 && logs !== undefined && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{hidden ? g.noneHidden : g.none}</p>
          {!hidden && <p className="soft">{g.noneHint}</p>}
        </div>
      )}
      <ul className="gap-lines">
        {rows.map(
          (r, i) =>
            r.of === "cases" && (
              <GapLine
                key={r.name}
                {...line(r, i)}
                cost={g.minutes(r.shape.minutes)}
                times={[g.times(r.shape.count), g.ended(r.shape.solved, r.shape.open), g.inLogs(r.shape.logs)]
                  .filter((x) => x !== "")
                  .join(", ")}
                where={
                  <>
                    {[...r.shape.products, ...r.shape.phases.map((x) => words.phases[x] ?? x)].join(" · ")} ·{" "}
                    {g.last} <Ago at={r.shape.last} now={now} />
                  </>
                }
              >
                <h3>{g.samples}</h3>
                <pre className="gap-samples mono">{r.shape.samples.join("\n")}</pre>
                <CaseLinks
                  cases={r.shape.cases.slice(0, MOST_CASES)}
                  more={r.shape.count - MOST_CASES}
                  by={g.by(r.shape.agents)}
                />
                {r.shape.hiddenFor === null && <Near shape={r.shape} writes={writes} />}
                {acts(r, i)}
              </GapLine>
            ),
        )}
      </ul>
      {data.more > 0 && <p className="soft">{g.more(data.more)}</p>}
      {logsError && !logs && <Failed error={logsError} again={() => void logsAgain()} />}
      {logs !== undefined && logs.length > 0 && (
        <section className="gap-logs">
          <h2>{g.onlyInLogs}</h2>
          <p className="soft">{g.onlyInLogsHint}</p>
          <ul className="gap-lines">
            {rows.map(
              (r, i) =>
                r.of === "logs" && (
                  <GapLine
                    key={r.name}
                    {...line(r, i)}
                    cost=""
                    times={g.logTimes(r.shape.lines, r.shape.logs.length)}
                    where={
                      <>
                        {g.last} <Ago at={r.shape.last} now={now} />
                      </>
                    }
                  >
                    <h3>{g.samples}</h3>
                    <pre className="gap-samples mono">{r.shape.samples.join("\n")}</pre>
                    <p>
                      {g.logs}: <span className="mono">{r.shape.logs.slice(0, MOST_CASES).join(", ")}</span>{" "}
                      <span className="soft">{g.readBy(r.shape.agents)}</span>
                    </p>
                    {acts(r, i)}
                  </GapLine>
                ),
            )}
          </ul>
        </section>
      )}
    </main>
  );
}
