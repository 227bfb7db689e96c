import { useQueries, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { type DragEvent, useRef, useState } from "react";
import { Link } from "react-router";
import type { ReadHowTo } from "../../api";
import { Coming, Failed, useKept, useSay } from "../../look";
import { words } from "../../words";
import { discard } from "../api";
import { bringIn, type HowTo, howToQuery } from "./api";
import { fromClipboard, readable } from "./readable";
import "../writing.css";

const t = words.bringIn;
const MOST = 50;
const LONGEST = 200_000;

/** The known error, which an author goes on with, before its fixes in their order. */
const inOrder = (read: ReadHowTo) => [
  ...read.drafts.filter((d) => d.folder === "errors"),
  ...read.drafts.filter((d) => d.folder !== "errors"),
];

/** How-tos become drafts: each is read as soon as it is here, and shown beside what would be made of it. */
export default function BringInPage() {
  const [howTos, setHowTos] = useState<HowTo[]>([]);
  const [typed, setTyped] = useKept("bring-in.typed", "");
  const [shown, setShown] = useState(0);
  const [begun, setBegun] = useState<{ made: ReadHowTo[]; of: HowTo[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const say = useSay();
  const reads = useQueries({ queries: howTos.map(howToQuery) });

  const take = (more: HowTo[]) => {
    const long = more.find((h) => h.text.length > LONGEST);
    if (long) say.failed(new Error(t.tooLong(long.name)));
    const fit = more.filter((h) => h.text.length <= LONGEST);
    const left = howTos.length + fit.length - MOST;
    if (left > 0) say.failed(new Error(t.left(left)));
    const taken = fit.slice(0, MOST - howTos.length);
    if (taken.length > 0) {
      setBegun(null);
      setShown(howTos.length);
      setHowTos([...howTos, ...taken]);
    }
    return taken.length > 0;
  };
  const takeText = (text: string) =>
    text.trim() !== "" &&
    take([{ name: t.pastedName(howTos.filter((h) => !h.name.includes(".")).length + 1), text }]);
  const takeFiles = async (files: File[]) => {
    const read: HowTo[] = [];
    for (const f of files) {
      // what is far too long is not read into memory
      if (f.size > 4 * LONGEST) say.failed(new Error(t.tooLong(f.name)));
      else read.push({ name: f.name, text: await f.text() });
    }
    if (read.length > 0) take(read);
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    const files = [...e.dataTransfer.files];
    if (files.length > 0) void takeFiles(files);
    else takeText(fromClipboard(e.dataTransfer));
  };
  const good = reads.filter((r) => r.data && r.data.refused === null);
  const drafts = good.reduce((n, r) => n + (r.data?.drafts.length ?? 0), 0);
  const ready = good.length > 0 && reads.every((r) => !r.isPending);
  const begin = async () => {
    if (busy || !ready) return;
    setBusy(true);
    try {
      const made = await bringIn(howTos.filter((_, i) => reads[i]?.data?.refused === null));
      setBegun({ made, of: howTos });
      setHowTos([]);
      say.done(t.begun(made.reduce((n, m) => n + m.drafts.length, 0)));
      void client.invalidateQueries({ queryKey: ["library"] });
      void client.invalidateQueries({ queryKey: ["writing"] });
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(false);
    }
  };
  /** All of it or nothing: one that somebody has saved since stays, and so do the others. */
  const takeBack = async (b: { made: ReadHowTo[]; of: HowTo[] }) => {
    if (busy) return;
    setBusy(true);
    try {
      await discard(
        b.made.flatMap((m) => m.drafts.map((d) => ({ folder: d.folder, key: d.key, revision: 1 }))),
      );
      setBegun(null);
      setHowTos(b.of);
      say.done(t.takenBack);
      void client.invalidateQueries({ queryKey: ["library"] });
      void client.invalidateQueries({ queryKey: ["writing"] });
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(false);
    }
  };
  const at = Math.min(shown, howTos.length - 1);
  return (
    <main
      className={over ? "page bring-in over" : "page bring-in"}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={drop}
    >
      <div className="page-head">
        <h1>{t.title}</h1>
        <Button type="primary" disabled={!ready || busy} loading={busy} onClick={() => void begin()}>
          {t.begin(drafts)}
        </Button>
      </div>
      <p className="soft">{t.lead}</p>
      {begun && <Begun made={begun.made} onBack={() => void takeBack(begun)} />}
      <div className="bring-in-take">
        <Input.TextArea
          autoFocus
          aria-label={t.place}
          placeholder={t.place}
          autoSize={{ minRows: 2, maxRows: 6 }}
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value);
          }}
          onPaste={(e) => {
            const text = fromClipboard(e.clipboardData);
            // a line goes into the box, a how-to is read at once
            if (typed === "" && text.trim().includes("\n") && takeText(text)) e.preventDefault();
          }}
          onKeyDown={(e) => {
            if (e.key === "Enter" && (e.ctrlKey || e.metaKey) && takeText(typed)) setTyped("");
          }}
        />
        {typed.trim() !== "" && (
          <Button
            onClick={() => {
              if (takeText(typed)) setTyped("");
            }}
          >
            {t.add}
          </Button>
        )}
        <button type="button" className="plain" onClick={() => input.current?.click()}>
          {t.files}
        </button>
        <input
          ref={input}
          type="file"
          multiple
          hidden
          aria-label={t.files}
          accept=".txt,.md,.markdown,.html,.htm,.text,text/*"
          onChange={(e) => {
            const files = [...(e.target.files ?? [])];
            e.target.value = "";
            void takeFiles(files);
          }}
        />
      </div>
      {howTos.length > 0 && (
        <ol className="bring-in-sources" aria-label={t.sources}>
          {howTos.map((h, i) => (
            // the same file may come twice
            <li key={`${i} ${h.name}`} className={i === at ? "shown" : ""}>
              <button
                type="button"
                className="name"
                title={h.name}
                aria-pressed={i === at}
                onClick={() => setShown(i)}
              >
                {h.name}
              </button>
              <span className={reads[i]?.data?.refused ? "refused" : "soft"}>
                {reads[i]?.isPending && t.reading}
                {reads[i]?.error?.message}
                {reads[i]?.data?.refused && t.refused(reads[i].data.refused)}
                {reads[i]?.data?.placed && t.placed(reads[i].data.placed)}
              </span>
              <button
                type="button"
                className="plain"
                aria-label={t.takeOut(h.name)}
                onClick={() => {
                  setHowTos(howTos.filter((_, k) => k !== i));
                  setShown(Math.max(0, at - (i <= at ? 1 : 0)));
                }}
              >
                ×
              </button>
            </li>
          ))}
        </ol>
      )}
      {howTos[at] && (
        <div className="bring-in-beside">
          <section>
            <h2 className="soft">{t.source}</h2>
            <pre className="source-text">{readable(howTos[at].text)}</pre>
          </section>
          <section>
            <h2 className="soft">{t.drafts}</h2>
            {reads[at]?.isPending && <Coming />}
            {reads[at]?.error && <Failed error={reads[at].error} again={() => void reads[at]?.refetch()} />}
            {reads[at]?.data &&
              inOrder(reads[at].data).map((d) => (
                <article key={d.folder + d.key}>
                  <h3>
                    {d.title} <span className="soft">{t.kinds[d.folder]}</span>
                  </h3>
                  <pre>{d.text}</pre>
                </article>
              ))}
          </section>
        </div>
      )}
    </main>
  );
}

function Begun({ made, onBack }: { made: ReadHowTo[]; onBack: () => void }) {
  return (
    <section className="bring-in-begun" role="status">
      <h2>{t.begunTitle}</h2>
      <ul>
        {made.flatMap((m) =>
          inOrder(m).map((d) => (
            <li key={d.folder + d.key}>
              <Link to={`/write/${d.folder}/${d.key}`}>{d.title}</Link>{" "}
              <span className="soft">{t.kinds[d.folder]}</span>
            </li>
          )),
        )}
      </ul>
      <button type="button" className="plain" onClick={onBack}>
        {t.takeBack(made.reduce((n, m) => n + m.drafts.length, 0))}
      </button>
    </section>
  );
}
