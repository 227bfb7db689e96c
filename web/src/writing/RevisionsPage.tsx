import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { Revision } from "../api";
import { Before, ErrorSheetView, FixSheetView, historyQuery, MeasuredOf, WhatChanged } from "../library";
import { Ago, Coming, Failed, KEY_LEVEL, KeyButton, useKeys, useNow, useSay } from "../look";
import { words } from "../words";
import { draftQuery, type Folder, revisionQuery, save, sheetQuery } from "./api";
import "./writing.css";

const Beside = lazy(() => import("./Beside"));
const t = words.writing.revisions;

/** The revision that is compared with, unless one is named: what readers see, else the one before. */
function against(all: Revision[], shown: number): number {
  const published = all.find((r) => r.published)?.number;
  if (published !== undefined && published !== shown) return published;
  return all.find((r) => r.number < shown)?.number ?? shown;
}

/** All that was ever saved of a document: two of them side by side, and any of them brought back. */
export default function RevisionsPage() {
  const { kind = "errors", key = "" } = useParams();
  const folder: Folder = kind === "fixes" ? "fixes" : "errors";
  const { data, error, refetch } = useQuery(historyQuery(folder, key));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return <Revisions folder={folder} docKey={key} all={data} />;
}

function Revisions({ folder, docKey, all }: { folder: Folder; docKey: string; all: Revision[] }) {
  const [query, setQuery] = useSearchParams();
  const [onSheet, setOnSheet] = useState(false);
  const now = useNow();
  const say = useSay();
  const client = useQueryClient();
  const newest = all[0]?.number ?? 1;
  const to = Number(query.get("to") ?? newest);
  const from = Number(query.get("from") ?? against(all, to));
  // the older one stands on the left, whichever was chosen
  const [older, newer] = from < to ? [from, to] : [to, from];
  const left = useQuery(revisionQuery(folder, docKey, older));
  const right = useQuery(revisionQuery(folder, docKey, newer));
  const choose = (next: { from?: number; to?: number }) =>
    setQuery({ from: String(next.from ?? from), to: String(next.to ?? to) }, { replace: true });
  const bringBack = async () => {
    try {
      const text = await client.fetchQuery(revisionQuery(folder, docKey, to));
      const latest = await client.fetchQuery({ ...draftQuery(folder, docKey), staleTime: 0 });
      await save(folder, docKey, text, latest.etag, t.again(to));
      await client.invalidateQueries({ queryKey: ["library"] });
      await client.invalidateQueries({ queryKey: ["writing", folder, docKey] });
      say.done(t.broughtBack(to));
      setQuery({}, { replace: true });
    } catch (e) {
      say.failed(e);
    }
  };
  const step = (by: number) => {
    const at = all.findIndex((r) => r.number === to);
    const next = all[at + by];
    if (next) choose({ to: next.number, from: against(all, next.number) });
  };
  useKeys(
    words.keys.inWriting,
    [
      { key: "j", says: t.older, act: () => step(1) },
      { key: "k", says: t.newer, act: () => step(-1) },
      { key: "s", says: t.onSheet, act: () => setOnSheet(!onSheet) },
      { key: "b", says: t.bringBack(to), act: () => void bringBack(), alive: to !== newest },
    ],
    KEY_LEVEL.part,
  );
  const error = left.error ?? right.error;
  return (
    <main className="writing revisions">
      <div className="page-head">
        <h1>{t.title(docKey)}</h1>
        <KeyButton k="s" onPress={() => setOnSheet(!onSheet)}>
          {onSheet ? t.inSource : t.onSheet}
        </KeyButton>
        {to !== newest && (
          <KeyButton k="b" onPress={() => void bringBack()}>
            {t.bringBack(to)}
          </KeyButton>
        )}
        <Link to={`/write/${folder}/${docKey}`}>{t.write}</Link>
      </div>
      <WhatChanged folder={folder} docKey={docKey} />
      <div className="revisions-columns">
        <ol className="revision-list" reversed>
          {all.map((r) => (
            <li key={r.number} className={r.number === to ? "chosen" : r.number === from ? "against" : ""}>
              <button
                type="button"
                className="plain"
                aria-pressed={r.number === to}
                onClick={() => choose({ to: r.number, from: against(all, r.number) })}
              >
                {words.library.revision(r.number)}
                {r.published && <b> · {words.library.published}</b>}
              </button>{" "}
              <span className="soft">
                {r.author} · <Ago at={r.at} now={now} />
                {r.note && ` · ${r.note}`}
                <MeasuredOf folder={folder} docKey={docKey} revision={r.number} />
              </span>{" "}
              {r.number !== to && r.number !== from && (
                <button type="button" className="plain soft" onClick={() => choose({ from: r.number })}>
                  {t.compareWith}
                </button>
              )}
            </li>
          ))}
          <Before folder={folder} docKey={docKey} />
        </ol>
        <section>
          {error ? (
            <Failed error={error} again={() => void left.refetch()} />
          ) : left.data === undefined || right.data === undefined ? (
            <Coming />
          ) : onSheet ? (
            <div className="writing-columns">
              <Sheet folder={folder} docKey={docKey} text={left.data} title={words.library.revision(older)} />
              <Sheet
                folder={folder}
                docKey={docKey}
                text={right.data}
                title={words.library.revision(newer)}
              />
            </div>
          ) : left.data === right.data ? (
            <p className="soft">{t.same}</p>
          ) : (
            <Suspense fallback={<Coming />}>
              <Beside
                left={left.data}
                leftTitle={words.library.revision(older)}
                right={right.data}
                rightTitle={words.library.revision(newer)}
              />
            </Suspense>
          )}
        </section>
      </div>
    </main>
  );
}

function Sheet(p: { folder: Folder; docKey: string; text: string; title: string }) {
  const { data } = useQuery(sheetQuery(p.folder, p.docKey, p.text));
  return (
    <section className="seen">
      <h2>{p.title}</h2>
      {data?.error && <ErrorSheetView sheet={data.error} />}
      {data?.fix && <FixSheetView sheet={data.fix} />}
      {data && !data.error && !data.fix && <p className="soft">{words.writing.unreadable}</p>}
    </section>
  );
}
