import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input } from "antd";
import { useContext, useState } from "react";
import { Link } from "react-router";
import type { GapShape } from "../api";
import { SignedIn } from "../frame";
import { Ago, Coming, Failed, intoView, KeyButton, MiniSeam, useKeys, useNow, useSay } from "../look";
import { words } from "../words";
import { gapsQuery, hideShape, isKnown, nearQuery } from "./api";
import "./gaps.css";
import { Shape } from "./Shape";
import { GapTabs } from "./GapTabs";
import { useDrafting } from "./useDrafting";

const g = words.gaps;

/** What the desk met and could not name, those that cost most first. States: loading, failed, empty, filled. */
export function GapsPage() {
  const [hidden, setHidden] = useState(false);
  const { data, error, refetch } = useQuery(gapsQuery(hidden));
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<number | null>(null);
  const [hiding, setHiding] = useState(false);
  const writes = useContext(SignedIn).roles.includes("author");
  const client = useQueryClient();
  const say = useSay();
  const { draft } = useDrafting();
  const shapes = data?.shapes ?? [];
  const chosen = Math.min(at, Math.max(0, shapes.length - 1));
  const now = shapes[chosen];
  const refresh = () => void client.invalidateQueries({ queryKey: ["gaps"] });
  const hide = (shape: GapShape, reason: string) =>
    hideShape(shape.number, reason).then(
      () => {
        setHiding(false);
        setOpen(null);
        refresh();
      },
      (e: unknown) => say.failed(e),
    );
  const choose = (i: number) => {
    setAt(Math.max(0, Math.min(i, shapes.length - 1)));
    setHiding(false);
  };
  useKeys(g.keys, [
    { key: "ArrowDown", says: g.keyMove, act: () => choose(chosen + 1), alive: shapes.length > 1 },
    { key: "ArrowUp", says: g.keyMove, act: () => choose(chosen - 1), alive: shapes.length > 1 },
    {
      key: "Enter",
      says: g.keyOpen,
      act: () => setOpen(open === now?.number ? null : (now?.number ?? null)),
      alive: now !== undefined,
    },
    {
      key: "m",
      says: g.draft,
      act: () => now && void draft(now.cases),
      alive: now !== undefined && now.draft === null && !hidden,
    },
    {
      key: "h",
      says: g.hide,
      act: () => {
        setOpen(now?.number ?? null);
        setHiding(true);
      },
      alive: writes && now !== undefined && !hidden,
    },
  ]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page gaps">
      <div className="page-head">
        {hidden ? <h1>{g.hiddenTitle}</h1> : <GapTabs at="gaps" />}
        {(hidden || data.hidden > 0) && (
          <button
            type="button"
            className="plain"
            onClick={() => {
              setHidden(!hidden);
              setOpen(null);
            }}
          >
            {hidden ? g.toGaps : g.toHidden(data.hidden)}
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
      {shapes.length === 0 && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{hidden ? g.noneHidden : g.none}</p>
          {!hidden && <p className="soft">{g.noneHint}</p>}
        </div>
      )}
      <ul className="gap-lines">
        {shapes.map((shape, i) => (
          <Line
            key={shape.number}
            shape={shape}
            chosen={i === chosen}
            open={open === shape.number}
            onOpen={() => {
              choose(i);
              setOpen(open === shape.number ? null : shape.number);
            }}
          >
            <Opened
              shape={shape}
              writes={writes}
              hiding={hiding && i === chosen}
              onHiding={setHiding}
              onHide={(why) => void hide(shape, why)}
              onDraft={() => void draft(shape.cases)}
            />
          </Line>
        ))}
      </ul>
      {data.more > 0 && <p className="soft">{g.more(data.more)}</p>}
    </main>
  );
}

function Line(p: {
  shape: GapShape;
  chosen: boolean;
  open: boolean;
  onOpen: () => void;
  children: React.ReactNode;
}) {
  const now = useNow();
  const { shape } = p;
  return (
    <li className={p.chosen ? "chosen" : undefined} ref={p.chosen ? intoView : undefined}>
      <button type="button" className="gap-line" aria-expanded={p.open} onClick={p.onOpen}>
        <Shape message={shape.message} />
        <span className="gap-cost">
          <b>{g.minutes(shape.minutes)}</b>
          <span className="soft">
            {g.times(shape.count)}
            {shape.solved + shape.open > 0 && `, ${g.ended(shape.solved, shape.open)}`}
          </span>
        </span>
        <span className="soft gap-where">
          {[...shape.products, ...shape.phases.map((x) => words.phases[x] ?? x)].join(" · ")} · {g.last}{" "}
          <Ago at={shape.last} now={now} />
        </span>
      </button>
      {p.open && p.children}
    </li>
  );
}

function Opened(p: {
  shape: GapShape;
  writes: boolean;
  hiding: boolean;
  onHiding: (on: boolean) => void;
  onHide: (why: string) => void;
  onDraft: () => void;
}) {
  const { shape } = p;
  return (
    <div className="gap-open">
      <h3>{g.samples}</h3>
      <pre className="gap-samples mono">{shape.samples.join("\n")}</pre>
      <p>
        {g.cases}:{" "}
        {shape.cases.slice(0, 12).map((n) => (
          <Link key={n} to={`/case/${n}`}>
            {n}
          </Link>
        ))}{" "}
        <span className="soft">{g.by(shape.agents)}</span>
      </p>
      {shape.hiddenFor === null && <Near shape={shape} writes={p.writes} />}
      <div className="gap-acts">
        {shape.hiddenFor !== null && (
          <>
            <span className="soft">{g.hiddenFor(shape.hiddenFor)}</span>
            {p.writes && (
              <button type="button" className="plain" onClick={() => p.onHide("")}>
                {g.shown}
              </button>
            )}
          </>
        )}
        {shape.hiddenFor === null &&
          (shape.draft === null ? (
            <KeyButton k="m" strong onPress={p.onDraft}>
              {g.draft}
            </KeyButton>
          ) : p.writes ? (
            <Link to={`/write/errors/${shape.draft}`}>{g.draftOpen}</Link>
          ) : (
            <span className="soft">
              {words.free.draftMade} {shape.draft}
            </span>
          ))}
        {shape.hiddenFor === null && p.writes && !p.hiding && (
          <KeyButton k="h" onPress={() => p.onHiding(true)}>
            {g.hide}
          </KeyButton>
        )}
        {p.hiding && (
          <Input
            autoFocus
            aria-label={g.hideWhy}
            placeholder={g.hideWhy}
            maxLength={1000}
            onPressEnter={(e) => e.currentTarget.value.trim() && p.onHide(e.currentTarget.value.trim())}
            onKeyDown={(e) => {
              if (e.key !== "Escape") return;
              e.stopPropagation();
              p.onHiding(false);
            }}
          />
        )}
      </div>
    </div>
  );
}

/** The known errors that it is most like: one act adds its words to one of them. */
function Near({ shape, writes }: { shape: GapShape; writes: boolean }) {
  const { data } = useQuery(nearQuery(shape.number));
  const [said, setSaid] = useState("");
  const say = useSay();
  if (!data) return null;
  if (said !== "") return <p>{said}</p>;
  return (
    <div className="gap-near">
      <h3>{data.length === 0 ? g.nearNone : g.near}</h3>
      <ul>
        {data.map((n) => (
          <li key={n.error}>
            <Link to={`/library/errors/${n.error}`}>{n.title}</Link>{" "}
            {writes && (
              <button
                type="button"
                className="plain"
                onClick={() =>
                  void isKnown(shape.number, n.error).then(
                    () => setSaid(g.isDone(n.title)),
                    (e: unknown) => say.failed(e),
                  )
                }
              >
                {g.isIt}
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
