/** One document being written: its text as typed, what the server has, and whether the two differ. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type Answer,
  type Checked,
  type DocumentView,
  type Edit,
  HttpError,
  now,
  type Outline,
} from "../api";
import { keep, kept } from "../look";
import { words } from "../words";
import { check, draftQuery, editText, type Folder, newest, save } from "./api";
import { type Kept, useBeingWritten } from "./useBeingWritten";
import { useHistory } from "./useHistory";

const PAUSE_MS = 250;
/** Outlines of as many texts as undo may lead back to at once. */
const OUTLINES = 60;

/** How a change of the parts ended: where the part stands then, or why nothing was changed. */
export type Edited = { at: number[]; outline: Outline } | { refused: string; offline: boolean };

export interface Draft {
  text: string;
  change: (text: string) => void;
  /** The parts of the text as it is now; undefined until they are known. */
  outline: Outline | undefined;
  /** Changes parts, one after the other; the edits are made out of the outline that holds when their turn comes. */
  edit: (edits: (outline: Outline) => Edit[] | null, kind: string) => Promise<Edited>;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  /** The entity tag of what it was begun from; null for a new document. */
  etag: string | null;
  unsaved: boolean;
  checked: Checked | undefined;
  /** What somebody else saved meanwhile. */
  theirs: Answer | null;
  save: (note: string) => Promise<number | null>;
  /** Goes on with what the server has; one's own is stored before it, and stays in the history. */
  setAside: () => Promise<void>;
  /** Saves over what somebody else saved, having seen it. */
  overwrite: () => Promise<number | null>;
  /** Goes back to the saved text; answers how to take that back. */
  drop: () => () => void;
  /** Who else types at this document just now. */
  others: string[];
  /** Whether nothing was written yet of a new document. */
  untouched: boolean;
  found: boolean;
  status: string | null;
  /** Whether it is stored, and readers never saw any of it. */
  unseen: boolean;
  /** The revision that the text was begun from or saved as; null for a new document. */
  revision: number | null;
  failed: Error | null;
}

/** @param title what a new document is called to begin with */
export function useDraft(folder: Folder, key: string, title = ""): Draft | null {
  const query = useQuery(draftQuery(folder, key));
  const isNew = query.error instanceof HttpError && query.error.status === 404;
  const server = isNew ? null : (query.data ?? undefined);
  return useTyped(folder, key, server, title);
}

const stateOf = (saved: DocumentView) => ({
  status: saved.status,
  revision: String(saved.revision),
  seen: saved.publishedRevision !== null,
});

/** What this browser keeps a text under. */
export const keptAs = (folder: Folder, key: string) => `writing.${folder}.${key}`;

function useTyped(
  folder: Folder,
  key: string,
  server: Answer | null | undefined,
  title: string,
): Draft | null {
  const client = useQueryClient();
  const store = keptAs(folder, key);
  const [typed, setTyped] = useState<Kept | null>(() => kept<Kept | null>(store, null));
  const [found, setFound] = useState(typed !== null);
  const [checked, setChecked] = useState<Checked>();
  const [theirs, setTheirs] = useState<Answer | null>(null);
  const [failed, setFailed] = useState<Error | null>(null);

  const fresh =
    folder === "fixes" ? words.writing.template.fix(key, title) : words.writing.template.error(key, title);
  const text = typed?.text ?? server?.text ?? fresh;
  const etag = typed ? typed.etag : (server?.etag ?? null);
  const ready = server !== undefined;

  const [outlines, setOutlines] = useState<ReadonlyMap<string, Outline>>(new Map());
  const learn = useCallback((of: string, outline: Outline) => {
    setOutlines((known) => new Map([...known, [of, outline] as const].slice(-OUTLINES)));
  }, []);
  const history = useHistory();
  /** What stands there when the next change has its turn: a change may come before the page was drawn again. */
  const latest = useRef(text);
  useEffect(() => {
    latest.current = text;
  }, [text]);
  const turn = useRef<Promise<unknown>>(Promise.resolve());

  const hold = useCallback(
    (next: Kept | null) => {
      keep(store, next);
      setTyped(next);
    },
    [store],
  );

  const takeUp = useCallback(
    (theirs: Kept) => {
      if (theirs.text === server?.text) return;
      hold(theirs);
      setFound(true);
    },
    [hold, server?.text],
  );
  const others = useBeingWritten(folder, key, typed, takeUp);

  useEffect(() => {
    if (!ready) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      check(folder, key, text, stop.signal)
        .then((c) => {
          learn(text, c.outline);
          setChecked(c);
        })
        .catch((e: unknown) => {
          if (e instanceof HttpError) setFailed(e);
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [folder, key, text, ready, learn]);

  if (!ready) return null;

  const set = (next: string) => {
    latest.current = next;
    if (next === server?.text) hold(null);
    else hold({ text: next, etag, at: now() });
  };
  const change = (next: string, kind: string) => {
    if (next === latest.current) return;
    history.note(latest.current, kind, now());
    set(next);
  };
  const edited = async (make: (outline: Outline) => Edit[] | null, kind: string): Promise<Edited> => {
    const before = latest.current;
    try {
      const known = outlines.get(before) ?? (await editText(folder, before, [])).outline;
      const edits = make(known);
      if (edits === null || edits.length === 0) return { at: [], outline: known };
      const done = await editText(folder, before, edits);
      learn(done.text, done.outline);
      change(done.text, kind);
      return { at: done.at, outline: done.outline };
    } catch (e) {
      const http = e instanceof HttpError;
      return {
        refused: e instanceof Error ? e.message : String(e),
        offline: !http || e.status === 0 || e.status >= 500,
      };
    }
  };

  const saved = (next: Answer) => {
    client.setQueryData(draftQuery(folder, key).queryKey, next);
    void client.invalidateQueries({ queryKey: ["library"] });
    hold(null);
    setTheirs(null);
    setFailed(null);
  };
  const put = async (against: string | null, note: string): Promise<number | null> => {
    try {
      const { body, etag: now } = await save(folder, key, text, against, note);
      saved({ text, etag: now, ...stateOf(body) });
      return body.revision;
    } catch (e) {
      if (e instanceof HttpError && e.status === 412) setTheirs(await newest(folder, key));
      else setFailed(e instanceof Error ? e : new Error(String(e)));
      return null;
    }
  };
  return {
    text,
    etag,
    unsaved: typed !== null || server === null,
    checked,
    theirs,
    found,
    failed,
    status: server?.status ?? null,
    unseen: server?.seen === false,
    revision: server?.revision ? Number(server.revision) : null,
    change: (next) => change(next, "source"),
    outline: outlines.get(text),
    edit: (make, kind) => {
      const mine = turn.current.then(() => edited(make, kind));
      turn.current = mine;
      return mine;
    },
    undo: () => {
      const before = history.back(text);
      if (before !== null) set(before);
    },
    redo: () => {
      const after = history.forth(text);
      if (after !== null) set(after);
    },
    canUndo: history.canGoBack,
    canRedo: history.canGoForth,
    save: (note) => put(etag, note),
    setAside: async () => {
      if (!theirs) return;
      const mine = await put(theirs.etag, words.writing.setAsideNote);
      if (mine === null) return;
      const top = await newest(folder, key);
      const { body, etag: now } = await save(
        folder,
        key,
        theirs.text,
        top.etag,
        words.writing.revisions.again(Number(theirs.revision)),
      );
      saved({ text: theirs.text, etag: now, ...stateOf(body) });
    },
    overwrite: () => put(theirs?.etag ?? etag, ""),
    drop: () => {
      const dropped = typed;
      hold(null);
      return () => hold(dropped);
    },
    others,
    untouched: server === null && text === fresh,
  };
}
