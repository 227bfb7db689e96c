import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { lazy, Suspense, useContext, useEffect, useState } from "react";
import { useParams } from "react-router";
import { HttpError, type Problem } from "../api";
import { SignedIn } from "../frame";
import { ErrorSheetView, FixSheetView } from "../library";
import { Coming, Failed, useSay } from "../look";
import { words } from "../words";
import { draftQuery, type Folder, transition, upkeepQuery } from "./api";
import { type Draft, useDraft } from "./useDraft";
import "./writing.css";

const SourceEditor = lazy(() => import("./SourceEditor"));
const t = words.writing;

/** A document being written: its source, its problems, and the page as an agent would see it. */
export function WritingPage() {
  const { kind = "errors", key = "" } = useParams();
  const folder: Folder = kind === "fixes" ? "fixes" : "errors";
  const { data, error, refetch } = useQuery(draftQuery(folder, key));
  // what does not exist yet is about to be written; anything else stands in the way
  if (error && !data && !(error instanceof HttpError && error.status === 404)) {
    return <Failed error={error} again={() => void refetch()} />;
  }
  return <Desk key={`${folder}/${key}`} folder={folder} docKey={key} />;
}

export default WritingPage;

function Desk({ folder, docKey }: { folder: Folder; docKey: string }) {
  const draft = useDraft(folder, docKey);
  const [note, setNote] = useState("");
  const [goTo, setGoTo] = useState<{ line: number; column: number } | null>(null);
  const [inTheWay, setInTheWay] = useState<Problem[]>([]);
  const say = useSay();
  const client = useQueryClient();
  const lead = useContext(SignedIn).roles.includes("lead");
  const saveNow = async () => {
    const revision = await draft?.save(note);
    if (revision) {
      setNote("");
      say.done(t.saved(revision));
    }
    return revision ?? null;
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "s") return;
      e.preventDefault();
      void saveNow();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  // only what readers see has a history at the desk
  const { data: upkeep } = useQuery({
    ...upkeepQuery(folder, docKey),
    enabled: draft?.status === "published",
  });
  if (!draft) return <Coming />;

  const problems = draft.checked?.problems ?? [];
  const errors = problems.filter((p) => p.severity === "error").length;
  const moveTo = async (to: string) => {
    const revision = draft.unsaved ? await saveNow() : draft.revision;
    if (revision === null) return;
    setInTheWay([]);
    try {
      await transition(folder, docKey, to, revision);
      say.done(to === "published" ? t.published : t.sentToReview);
      void client.invalidateQueries({ queryKey: ["library"] });
      void client.invalidateQueries({ queryKey: ["writing", folder, docKey] });
    } catch (e) {
      // what is judged only beside what readers see, such as a fix that is not published yet
      if (e instanceof HttpError && Array.isArray(e.more.problems)) {
        setInTheWay((e.more.problems as Problem[]).filter((p) => p.severity === "error"));
      }
      say.failed(e);
    }
  };
  return (
    <main className="writing">
      <div className="page-head">
        <h1>{draft.checked?.error?.title || draft.checked?.fix?.title || docKey}</h1>
        <span className="soft">
          {draft.unsaved ? t.unsaved : t.clean}
          {draft.status && ` · ${words.library.statuses[draft.status] ?? draft.status}`}
          {draft.found && draft.unsaved && draft.etag !== null && (
            <button type="button" className="plain" onClick={draft.drop}>
              {t.drop}
            </button>
          )}
        </span>
        <Input
          className="note-box"
          placeholder={t.note}
          aria-label={t.note}
          maxLength={1000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        <Button onClick={() => void saveNow()} disabled={!draft.unsaved}>
          {t.save}
        </Button>
        {lead ? (
          <Button
            type="primary"
            disabled={errors > 0 || draft.theirs !== null}
            onClick={() => void moveTo("published")}
          >
            {t.publish}
          </Button>
        ) : (
          <Button
            type="primary"
            title={t.onlyLead}
            disabled={draft.theirs !== null}
            onClick={() => void moveTo("in-review")}
          >
            {t.review}
          </Button>
        )}
      </div>
      {draft.failed && (
        <p className="refused" role="alert">
          {draft.failed.message}
        </p>
      )}
      {draft.theirs && <Conflict draft={draft} />}
      <div className="writing-columns">
        <section>
          <Suspense fallback={<Coming />}>
            <SourceEditor text={draft.text} problems={problems} goTo={goTo} onChange={draft.change} />
          </Suspense>
          {inTheWay.length > 0 && <Problems title={t.inTheWay} problems={inTheWay} onGo={setGoTo} />}
          <Problems problems={problems} onGo={setGoTo} />
          {(upkeep ?? []).length > 0 && (
            <Problems title={t.deskSays} problems={upkeep ?? []} onGo={setGoTo} />
          )}
        </section>
        <section className="seen" aria-label={t.seen}>
          <h2 className="soft">{t.seen}</h2>
          {draft.checked?.error && <ErrorSheetView sheet={draft.checked.error} />}
          {draft.checked?.fix && <FixSheetView sheet={draft.checked.fix} />}
          {draft.checked && !draft.checked.error && !draft.checked.fix && (
            <p className="soft">{t.unreadable}</p>
          )}
        </section>
      </div>
    </main>
  );
}

function Problems({
  title,
  problems,
  onGo,
}: {
  /** In place of the count. */
  title?: string;
  problems: Problem[];
  onGo: (at: { line: number; column: number }) => void;
}) {
  const errors = problems.filter((p) => p.severity === "error").length;
  return (
    <div className="problems" aria-live="polite">
      <h2>{title ?? t.problems(errors, problems.length - errors)}</h2>
      <ul>
        {problems.map((p) => (
          <li key={`${p.line}:${p.column}:${p.message}`} className={p.severity}>
            <button
              type="button"
              className="plain mono"
              onClick={() => onGo({ line: p.line, column: p.column })}
            >
              {t.at(p.line, p.column)}
            </button>{" "}
            <b>{t.severities[p.severity]}</b> {p.message}
            {p.remedy && <span className="soft"> {p.remedy}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Somebody else saved meanwhile: both texts, and nothing is lost whichever is taken. */
function Conflict({ draft }: { draft: Draft }) {
  return (
    <div className="conflict" role="alert">
      <p>{t.conflict}</p>
      <details>
        <summary>{t.theirs}</summary>
        <pre className="mono">{draft.theirs?.text}</pre>
      </details>
      <Button onClick={draft.takeTheirs}>{t.takeTheirs}</Button>{" "}
      <Button onClick={draft.overwrite}>{t.overwrite}</Button>
    </div>
  );
}
