import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Segmented, Select } from "antd";
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useTakingIn, wordsQuery } from "../frame";
import { Failed, MiniSeam, useKeys, useNow } from "../look";
import { words } from "../words";
import { EVERYTHING, findQuery, type Narrowed } from "./api";
import "./find.css";
import { openedAt } from "./findState";
import { HitLine } from "./HitLine";

const t = words.find;
const KINDS = ["", "error", "fix", "step", "case"];
const STATES = ["open", "solved", "worked-around", "handed-over", "withdrawn", "duplicate"];

/** Everything that has the words in the field. States: nothing typed, looking, failed, nothing found, found; more is a key away. */
export function FindPage() {
  const { draft } = useTakingIn();
  const typed = useDeferredValue(draft.text.trim().slice(0, 300));
  const [narrowed, setNarrowed] = useState<Narrowed>(EVERYTHING);
  const found = useInfiniteQuery(findQuery(typed, narrowed));
  const { data: wordsOfDesk } = useQuery(wordsQuery);
  const [at, setAt] = useState(0);
  const [of, setOf] = useState(typed);
  const navigate = useNavigate();
  const now = useNow();
  if (of !== typed) {
    setOf(typed);
    setAt(0);
  }
  const pages = found.data?.pages;
  const hits = useMemo(() => (typed === "" ? [] : (pages?.flatMap((p) => p.hits) ?? [])), [typed, pages]);
  const first = pages?.[0];
  const chosen = Math.min(at, Math.max(0, hits.length - 1));
  const { fetchNextPage, hasNextPage } = found;
  const move = useCallback(
    (by: number) => {
      if (chosen + by >= hits.length && hasNextPage) void fetchNextPage();
      setAt(Math.max(0, Math.min(chosen + by, hits.length - 1)));
    },
    [chosen, hits, hasNextPage, fetchNextPage],
  );
  const open = useCallback(() => {
    const hit = hits[chosen];
    if (hit) void navigate(openedAt(hit));
  }, [chosen, hits, navigate]);
  useKeys(t.keys, [
    { key: "ArrowDown", says: t.keyMove, act: () => move(1), alive: hits.length > 0 },
    { key: "ArrowUp", says: t.keyMove, act: () => move(-1), alive: hits.length > 0 },
    { key: "Enter", says: t.keyOpen, act: open, alive: hits.length > 0 },
  ]);
  // in the field too they belong to the list: it has one line
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const inField = e.target instanceof HTMLElement && e.target.classList.contains("field");
      if (!inField || e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === "ArrowDown") move(1);
      else if (e.key === "ArrowUp") move(-1);
      else if (e.key === "Enter") open();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [move, open]);
  const narrow = (change: Partial<Narrowed>) => {
    setNarrowed({ ...narrowed, ...change });
    setAt(0);
  };
  const isNarrowed = Object.values(narrowed).some((x) => x !== "");
  return (
    <main className="page find">
      <div className="page-head">
        <h1>{t.title}</h1>
        {typed !== "" && first && (
          <span className="soft" role="status">
            {t.total(first.total, first.more)}
          </span>
        )}
      </div>
      <div className="find-narrow">
        <Segmented
          aria-label={t.kindsLabel}
          value={narrowed.kind}
          onChange={(kind) => narrow({ kind })}
          options={KINDS.map((value) => ({ value, label: value === "" ? t.all : t.kinds[value] }))}
        />
        <Select
          aria-label={t.product}
          placeholder={t.product}
          allowClear
          value={narrowed.product || undefined}
          onChange={(product?: string) => narrow({ product: product ?? "" })}
          options={(wordsOfDesk?.products ?? []).map((x) => ({ value: x.name, label: x.name }))}
        />
        <Select
          aria-label={t.phase}
          placeholder={t.phase}
          allowClear
          value={narrowed.phase || undefined}
          onChange={(phase?: string) => narrow({ phase: phase ?? "" })}
          options={Object.entries(words.phases).map(([value, label]) => ({ value, label }))}
        />
        <Select
          aria-label={t.state}
          placeholder={t.state}
          allowClear
          value={narrowed.state || undefined}
          onChange={(state?: string) => narrow({ state: state ?? "" })}
          options={STATES.map((value) => ({
            value,
            label: value === "open" ? words.case.open : words.case.endings[value],
          }))}
        />
        <Select
          aria-label={t.health}
          placeholder={t.health}
          allowClear
          value={narrowed.health || undefined}
          onChange={(health?: string) => narrow({ health: health ?? "" })}
          options={Object.entries(t.healths).map(([value, label]) => ({ value, label }))}
        />
      </div>
      {found.error && <Failed error={found.error} again={() => void found.refetch()} />}
      {first?.reading != null && <p className="soft">{t.reading(first.reading)}</p>}
      {typed === "" && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{t.hint}</p>
        </div>
      )}
      {typed !== "" && first && hits.length === 0 && <p>{isNarrowed ? t.noneFiltered : t.none(typed)}</p>}
      {first?.loose && hits.length > 0 && <p className="soft">{t.loose}</p>}
      <ul className="hits">
        {hits.map((h, i) => (
          <HitLine key={`${h.kind}${h.key}${h.number}`} hit={h} chosen={i === chosen} now={now} />
        ))}
      </ul>
      {hasNextPage && hits.length > 0 && (
        <button type="button" className="plain" onClick={() => void fetchNextPage()}>
          {t.goOn}
        </button>
      )}
      {!hasNextPage && first?.more && <p className="soft">{t.end}</p>}
    </main>
  );
}
