import { queryOptions } from "@tanstack/react-query";
import { type Checked, type DocumentView, getJson, getText, type Problem, putText, sendJson } from "../api";

export type Folder = "errors" | "fixes";

export const path = (folder: Folder, key: string) => `/api/documents/${folder}/${key}`;

/** The newest text of a document, draft or not, with its entity tag. */
export const draftQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["writing", folder, key],
    queryFn: ({ signal }) => getText(`${path(folder, key)}?revision=draft`, signal),
    staleTime: Infinity,
    retry: false,
  });

/** What is wrong with a text, and how agents would see it. */
export const check = (folder: Folder, key: string, text: string, signal: AbortSignal) =>
  sendJson<Checked>(
    "POST",
    "/api/documents/problems",
    { kind: folder === "fixes" ? "fix" : "error", key, text },
    signal,
  );

export const save = (folder: Folder, key: string, text: string, etag: string | null, note: string) =>
  putText<DocumentView>(
    `${path(folder, key)}?note=${encodeURIComponent(note)}`,
    text,
    etag === null ? { "If-None-Match": "*" } : { "If-Match": etag },
  );

/** What the desk's own records say against the published text. */
export const upkeepQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["upkeep", folder, key],
    queryFn: ({ signal }) => getJson<Problem[]>(`/api/upkeep/${folder}/${key}`, signal),
    retry: false,
    staleTime: 60_000,
  });

export const transition = (folder: Folder, key: string, to: string) =>
  sendJson<DocumentView>("POST", `${path(folder, key)}/transitions`, { to, note: "" });
