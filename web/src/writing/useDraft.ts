/** One document being written: its text as typed, what the server has, and whether the two differ. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { type Answer, type Checked, HttpError, now } from "../api";
import { keep, kept } from "../look";
import { words } from "../words";
import { check, draftQuery, type Folder, newest, save } from "./api";
import { type Kept, useBeingWritten } from "./useBeingWritten";

const PAUSE_MS = 250;

export interface Draft {
  text: string;
  change: (text: string) => void;
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
  /** The revision that the text was begun from or saved as; null for a new document. */
  revision: number | null;
  failed: Error | null;
}

export function useDraft(folder: Folder, key: string): Draft | null {
  const query = useQuery(draftQuery(folder, key));
  const isNew = query.error instanceof HttpError && query.error.status === 404;
  const server = isNew ? null : (query.data ?? undefined);
  return useTyped(folder, key, server);
}

function useTyped(folder: Folder, key: string, server: Answer | null | undefined): Draft | null {
  const client = useQueryClient();
  const store = `writing.${folder}.${key}`;
  const [typed, setTyped] = useState<Kept | null>(() => kept<Kept | null>(store, null));
  const [found, setFound] = useState(typed !== null);
  const [checked, setChecked] = useState<Checked>();
  const [theirs, setTheirs] = useState<Answer | null>(null);
  const [failed, setFailed] = useState<Error | null>(null);

  const fresh = folder === "fixes" ? words.writing.template.fix(key) : words.writing.template.error(key);
  const text = typed?.text ?? server?.text ?? fresh;
  const etag = typed ? typed.etag : (server?.etag ?? null);
  const ready = server !== undefined;

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
        .then(setChecked)
        .catch((e: unknown) => {
          if (e instanceof HttpError) setFailed(e);
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [folder, key, text, ready]);

  if (!ready) return null;

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
      saved({ text, etag: now, status: body.status, revision: String(body.revision) });
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
    revision: server?.revision ? Number(server.revision) : null,
    change: (next) => (next === server?.text ? hold(null) : hold({ text: next, etag, at: now() })),
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
      saved({ text: theirs.text, etag: now, status: body.status, revision: String(body.revision) });
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
