import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { beingWrittenQuery, forgetWriting, keepWriting, type Folder } from "./api";

/** A pause in typing after which the server has it too. */
const PAUSE_MS = 1_500;
/** Without a line it is tried again after this; the browser keeps it meanwhile. */
const AGAIN_MS = 15_000;

/** What was typed and not saved. */
export interface Kept {
  text: string;
  /** The entity tag of what it was begun from; null for a new document. */
  etag: string | null;
  /** When it was typed, in ms; missing in what older pages kept. */
  at?: number;
}

export const tagOf = (base: number) => (base === 0 ? null : `"r${base}"`);
const baseOf = (etag: string | null) => (etag === null ? 0 : Number(/\d+/.exec(etag)?.[0] ?? 0));

/**
 * Keeps on the server what is typed, so that another browser goes on with it, and takes up what another one has typed later.
 *
 * @returns who else types at this document just now
 */
export function useBeingWritten(
  folder: Folder,
  key: string,
  typed: Kept | null,
  takeUp: (theirs: Kept) => void,
): string[] {
  const query = beingWrittenQuery(folder, key);
  const { data } = useQuery(query);
  const client = useQueryClient();
  const [tries, setTries] = useState(0);
  /** What the server has of this; undefined until it was asked. */
  const there = useRef<string | null | undefined>(undefined);

  useEffect(() => {
    // once: what comes later is this browser's own, or stands side by side when both are saved
    if (there.current !== undefined || !data) return;
    there.current = data.text;
    if (data.text === null || data.base === null || data.text === typed?.text) return;
    const at = new Date(data.at ?? 0).getTime();
    if (typed === null || at > (typed.at ?? 0)) takeUp({ text: data.text, etag: tagOf(data.base), at });
  }, [data, typed, takeUp]);

  const text = typed?.text ?? null;
  const base = baseOf(typed?.etag ?? null);
  const asked = data !== undefined;
  useEffect(() => {
    if (!asked || there.current === text) return;
    const timer = setTimeout(
      () => {
        const sent = text === null ? forgetWriting(folder, key) : keepWriting(folder, key, text, base);
        sent
          .then(() => {
            there.current = text;
            void client.invalidateQueries({ queryKey: query.queryKey });
          })
          .catch(() => setTimeout(() => setTries((n) => n + 1), AGAIN_MS));
        // what was saved or left is gone there at once: whoever closes the page now must not find it again as unsaved
      },
      text === null ? 0 : PAUSE_MS,
    );
    return () => clearTimeout(timer);
  }, [folder, key, text, base, asked, tries, client, query.queryKey]);

  return (data?.others ?? []).map((o) => o.person);
}
