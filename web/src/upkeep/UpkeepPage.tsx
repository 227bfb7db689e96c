import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Segmented } from "antd";
import { useContext, useState } from "react";
import { Navigate, useNavigate } from "react-router";
import type { UpkeepItem, UpkeepMark } from "../api";
import { SignedIn } from "../frame";
import { GapTabs } from "../gaps";
import { Coming, Failed, MiniSeam, Progress, useKeys, useNow, useSay } from "../look";
import { words } from "../words";
import { markItem, upkeepListQuery } from "./api";
import { ItemLine } from "./ItemLine";
import "./upkeep.css";
import { dayAhead, markOf, mendedAt, sectionsOf } from "./upkeepState";

const t = words.upkeep;
const SNOOZE_DAYS = 30;

/** What wants looking after, as one worklist. States: loading, failed, being looked for, empty, filled; the ones put off by themselves. */
export function UpkeepPage() {
  const [snoozed, setSnoozed] = useState(false);
  const [mine, setMine] = useState(false);
  const [at, setAt] = useState("");
  const { data, error, refetch } = useQuery(upkeepListQuery(snoozed));
  const { login: me, roles } = useContext(SignedIn);
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const now = useNow();
  const sections = sectionsOf((data?.items ?? []).filter((i) => !mine || i.mine));
  const items = sections.flatMap((s) => s.items);
  const place = Math.max(
    0,
    items.findIndex((i) => i.item === at),
  );
  const chosen = items[place];
  const move = (by: number) => {
    const next = items[place + by];
    if (next) setAt(next.item);
  };
  const mark = (i: UpkeepItem, change: Partial<UpkeepMark>) =>
    markItem({ ...markOf(i), ...change })
      .catch((e: unknown) => say.failed(e))
      .then(() => client.invalidateQueries({ queryKey: ["upkeep"] }));
  const take = (i: UpkeepItem) => void mark(i, { owner: i.mine ? null : me });
  const snooze = (i: UpkeepItem) =>
    void mark(i, { snoozed: i.snoozed === null ? dayAhead(now, SNOOZE_DAYS) : null });
  useKeys(t.keys, [
    { key: "ArrowDown", says: t.keyMove, act: () => move(1), alive: items.length > 1 },
    { key: "ArrowUp", says: t.keyMove, act: () => move(-1), alive: items.length > 1 },
    {
      key: "Enter",
      says: t.keyMend,
      act: () => chosen && void navigate(mendedAt(chosen)),
      alive: chosen !== undefined,
    },
    {
      key: "t",
      says: chosen?.mine ? t.leave : t.take,
      act: () => chosen && take(chosen),
      alive: chosen !== undefined,
    },
    {
      key: "s",
      says: snoozed ? t.wake : t.snooze,
      act: () => chosen && snooze(chosen),
      alive: chosen !== undefined,
    },
  ]);
  if (!roles.includes("author")) return <Navigate to="/gaps" replace />;
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page gaps upkeep">
      <div className="page-head">
        {snoozed ? <h1>{t.snoozedTitle}</h1> : <GapTabs at="upkeep" />}
        {(snoozed || data.snoozed > 0) && (
          <button type="button" className="plain" onClick={() => setSnoozed(!snoozed)}>
            {snoozed ? t.toAll : t.toSnoozed(data.snoozed)}
          </button>
        )}
        {data.items.length > 0 && (
          <Segmented
            aria-label={t.filter}
            value={mine ? t.mine : t.all}
            onChange={(v) => setMine(v === t.mine)}
            options={[t.all, t.mine]}
          />
        )}
      </div>
      {!snoozed && data.total > 0 && <p className="gaps-sentence">{t.sentence(data.total)}</p>}
      {data.looked !== null && <Progress percent={data.looked} says={t.looking(data.looked)} />}
      {data.looked === null && items.length === 0 && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{snoozed ? t.noneSnoozed : t.none}</p>
          {!snoozed && <p className="soft">{t.noneHint}</p>}
        </div>
      )}
      {sections.map((s) => (
        <section key={s.title}>
          <h2>
            {s.title} <span className="count">{s.items.length}</span>
          </h2>
          <ul className="upkeep-lines">
            {s.items.map((i) => (
              <ItemLine
                key={i.item}
                item={i}
                chosen={i === chosen}
                onChoose={() => setAt(i.item)}
                onTake={() => take(i)}
                onSnooze={() => snooze(i)}
                onMark={(change) => void mark(i, change)}
              />
            ))}
          </ul>
        </section>
      ))}
      {data.total > data.items.length && <p className="soft">{t.more(data.total - data.items.length)}</p>}
    </main>
  );
}
