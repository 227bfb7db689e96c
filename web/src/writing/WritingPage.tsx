import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Segmented } from "antd";
import { lazy, Suspense, useContext, useEffect, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { HttpError, type ParcelPart, type Problem } from "../api";
import { FlagsOfFix } from "../flags";
import { SignedIn } from "../frame";
import { ErrorSheetView, FixSheetView } from "../library";
import { Coming, Failed, isTextBox, Key, useKept, useSay } from "../look";
import { words } from "../words";
import { draftQuery, type Folder, publishTogether, transition, upkeepQuery, wanted } from "./api";
import { MadeOf } from "./bring-in/MadeOf";
import { Conflict } from "./Conflict";
import { Discarding } from "./Discarding";
import { Matching } from "./Matching";
import { mended } from "./mended";
import { Parcel } from "./Parcel";
import { counted, Problems, stops } from "./Problems";
import { Rehearsing } from "./Rehearsing";
import { RunOnDevice } from "./RunOnDevice";
import { Asking, SendingBack } from "./review/Asking";
import { ReviewState } from "./review/ReviewState";
import { useReview } from "./review/useReview";
import { SheetEditor } from "./sheet/SheetEditor";
import { useDraft } from "./useDraft";
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
  // where one came from to write this one; only ever an address of this place
  const [query] = useSearchParams();
  const draft = useDraft(folder, docKey, query.get("title") ?? "");
  const back = /^(errors|fixes)\/[a-z0-9-]{1,100}$/.exec(query.get("back") ?? "")?.[0];
  const [note, setNote] = useState("");
  const [goTo, setGoTo] = useState<{ line: number; column: number } | null>(null);
  const [inTheWay, setInTheWay] = useState<Problem[]>([]);
  const [view, setView] = useKept<"sheet" | "source">("writing-view", "sheet");
  const [parcel, setParcel] = useState<{ revision: number; parts: ParcelPart[] } | null>(null);
  const say = useSay();
  const client = useQueryClient();
  const { roles, demo } = useContext(SignedIn);
  const lead = roles.includes("lead");
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
      if (!(e.ctrlKey || e.metaKey) || e.altKey || e.defaultPrevented) return;
      const key = e.key.toLowerCase();
      // what is typed into a box that is open is taken back there first
      const inBox = isTextBox(e.target) && (e.target as HTMLElement).closest(".cm-editor") === null;
      const does = {
        s: () => void saveNow(),
        e: () => setView(view === "sheet" ? "source" : "sheet"),
        z: inBox ? undefined : e.shiftKey ? draft?.redo : draft?.undo,
        y: inBox ? undefined : draft?.redo,
      }[key];
      if (!does) return;
      e.preventDefault();
      does();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  // only what readers see has a history at the desk
  const { data: upkeep } = useQuery({
    ...upkeepQuery(folder, docKey),
    enabled: draft?.status === "published",
  });
  const review = useReview(folder, docKey, draft !== null && draft.etag !== null);
  if (!draft) return <Coming />;

  // there is no mistake before anything was written
  const problems = draft.untouched ? [] : (draft.checked?.problems ?? []);
  const errors = problems.filter(stops).length;
  const writeFix = (m: { key: string; title: string }) =>
    `/write/fixes/${m.key}?back=${folder}/${docKey}&title=${encodeURIComponent(m.title)}`;
  const mend = (p: Problem) => draft.change(mended(draft.text, p));
  /** Saves, and asks somebody to read exactly that. */
  const askFor = async (reviewer: string | null): Promise<boolean> => {
    const revision = draft.unsaved ? await saveNow() : draft.revision;
    if (revision === null) return false;
    try {
      await review.ask(revision, reviewer, note);
      say.done(t.sentToReview);
      void client.invalidateQueries({ queryKey: ["writing", folder, docKey] });
      return true;
    } catch (e) {
      say.failed(e);
      return false;
    }
  };
  const publish = async () => {
    const revision = draft.unsaved ? await saveNow() : draft.revision;
    if (revision === null) return;
    setInTheWay([]);
    setParcel(null);
    try {
      const parts = await wanted(folder, docKey, revision);
      if (parts.length > 0) {
        setParcel({ revision, parts });
        return;
      }
      await transition(folder, docKey, "published", revision);
      say.done(t.published);
      void client.invalidateQueries({ queryKey: ["library"] });
      void client.invalidateQueries({ queryKey: ["writing", folder, docKey] });
    } catch (e) {
      // what is judged only beside what readers see, such as a fix that is not published yet
      if (e instanceof HttpError && Array.isArray(e.more.problems)) {
        setInTheWay((e.more.problems as Problem[]).filter(stops));
      }
      say.failed(e);
    }
  };
  /** The document with the fixes it needs, in one go or not at all. */
  const publishAll = async () => {
    if (!parcel) return;
    try {
      await publishTogether([
        { folder, key: docKey, revision: parcel.revision },
        ...parcel.parts.flatMap((x) =>
          x.revision === null ? [] : [{ folder: x.folder, key: x.key, revision: x.revision }],
        ),
      ]);
      setParcel(null);
      say.done(t.published);
      void client.invalidateQueries({ queryKey: ["library"] });
      void client.invalidateQueries({ queryKey: ["writing"] });
    } catch (e) {
      if (e instanceof HttpError && Array.isArray(e.more.documents)) {
        setInTheWay(
          (e.more.documents as { key: string; problems: Problem[] }[]).flatMap((d) =>
            d.problems.map((x) => (d.key === docKey ? x : { ...x, message: `${d.key}: ${x.message}` })),
          ),
        );
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
            <button
              type="button"
              className="plain"
              onClick={() => {
                const undo = draft.drop();
                say.done(
                  <>
                    {t.dropped}{" "}
                    <button type="button" className="plain" onClick={undo}>
                      {words.common.undo}
                    </button>
                  </>,
                );
              }}
            >
              {t.drop}
            </button>
          )}
          {back && (
            <>
              {" · "}
              <Link to={`/write/${back}`}>{t.backTo(back.split("/")[1] ?? "")}</Link>
            </>
          )}
          {" · "}
          <Link to="/write/how-to" target="_blank">
            {t.howTo}
          </Link>
          {draft.etag !== null && (
            <>
              {" · "}
              <Link to={`/write/${folder}/${docKey}/revisions`}>{t.history}</Link>
            </>
          )}
          {draft.unseen && draft.status !== "in-review" && (
            <>
              {" · "}
              <Discarding draft={draft} folder={folder} docKey={docKey} />
            </>
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
        {draft.status === "in-review" && !draft.unsaved && (
          <SendingBack
            keptAs={review.keptAs("back")}
            back={async (text) => {
              await review.back(draft.revision ?? 0, text);
              say.done(words.writing.reviewing.sentBack);
              void client.invalidateQueries({ queryKey: ["writing", folder, docKey] });
            }}
          />
        )}
        {lead ? (
          <Button
            type="primary"
            disabled={errors > 0 || draft.untouched || draft.theirs !== null}
            title={review.data?.askedBy ? undefined : words.writing.reviewing.ownText}
            onClick={() => void publish()}
          >
            {t.publish}
          </Button>
        ) : (
          <Asking
            disabled={
              draft.theirs !== null || draft.untouched || (draft.status === "published" && !draft.unsaved)
            }
            ask={askFor}
          />
        )}
      </div>
      {draft.others.length > 0 && (
        <p className="soft" role="status">
          {t.alsoWriting(draft.others)}
        </p>
      )}
      {draft.failed && (
        <p className="refused" role="alert">
          {draft.failed.message}
        </p>
      )}
      {draft.theirs && <Conflict key={draft.theirs.etag} draft={draft} folder={folder} docKey={docKey} />}
      {parcel && (
        <Parcel parts={parcel.parts} onAll={() => void publishAll()} onLeave={() => setParcel(null)} />
      )}
      <ReviewState review={review} />
      {folder === "fixes" && (
        <FlagsOfFix
          fix={docKey}
          onLine={(line) => {
            setView("source");
            setGoTo({ line, column: 1 });
          }}
        />
      )}
      <div className="writing-columns">
        <section>
          <div className="views">
            <Segmented
              aria-label={words.sheet.views}
              value={view}
              onChange={(v) => setView(v)}
              options={[
                { value: "sheet" as const, label: words.sheet.toSheet },
                { value: "source" as const, label: words.sheet.toSource },
              ]}
            />
            <Key k="Ctrl E" />
            <button type="button" className="plain" disabled={!draft.canUndo} onClick={draft.undo}>
              {words.sheet.undo}
            </button>
            <button type="button" className="plain" disabled={!draft.canRedo} onClick={draft.redo}>
              {words.sheet.redo}
            </button>
          </div>
          {view === "source" ? (
            <Suspense fallback={<Coming />}>
              <SourceEditor
                outline={draft.outline}
                text={draft.text}
                problems={problems}
                goTo={goTo}
                onChange={draft.change}
              />
            </Suspense>
          ) : draft.outline ? (
            <SheetEditor
              draft={draft}
              outline={draft.outline}
              problems={problems}
              mend={mend}
              review={review}
              writeFix={(key) => {
                const m = draft.checked?.missing.find((x) => x.key === key);
                return m ? writeFix(m) : null;
              }}
            />
          ) : (
            <Coming />
          )}
          {inTheWay.length > 0 && <Problems title={t.inTheWay} problems={inTheWay} onGo={setGoTo} />}
          {draft.checked && !draft.untouched && (
            <Problems
              // in the sheet each stands where it belongs; here stands what has no place
              title={view === "sheet" ? counted(problems) : undefined}
              problems={view === "sheet" ? problems.filter((x) => x.line === 1) : problems}
              onGo={view === "sheet" ? undefined : setGoTo}
            />
          )}
          {view === "source" &&
            (draft.checked?.missing ?? []).map((m) => (
              <p key={m.key} className="missing">
                {t.noSuchFix(m.title || m.key)} <Link to={writeFix(m)}>{t.writeIt}</Link>
              </p>
            ))}
          {(upkeep ?? []).length > 0 && (
            <Problems title={t.deskSays} problems={upkeep ?? []} onGo={setGoTo} />
          )}
        </section>
        <section className="seen" aria-label={t.seen}>
          {draft.etag !== null && <MadeOf folder={folder} docKey={docKey} />}
          {!draft.untouched && draft.checked?.error && <Matching docKey={docKey} text={draft.text} />}
          <h2 className="soft">{t.seen}</h2>
          {draft.untouched && <p className="soft">{t.begin}</p>}
          {!draft.untouched && draft.checked?.error && <ErrorSheetView sheet={draft.checked.error} />}
          {!draft.untouched && draft.checked?.fix && <FixSheetView sheet={draft.checked.fix} />}
          {draft.checked && !draft.checked.error && !draft.checked.fix && (
            <p className="soft">{t.unreadable}</p>
          )}
          {!draft.untouched && (draft.checked?.error ?? draft.checked?.fix) && (
            <Rehearsing folder={folder} docKey={docKey} text={draft.text} />
          )}
          {demo && !draft.untouched && (draft.checked?.error ?? draft.checked?.fix) && (
            <RunOnDevice folder={folder} docKey={docKey} text={draft.text} />
          )}
        </section>
      </div>
    </main>
  );
}
