import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { type Answer, api, type DocumentView, type Edit, got, type WordChange } from "../api";

export type Folder = "errors" | "fixes";

const kindOf = (folder: Folder) => (folder === "fixes" ? "fix" : "error");

const at = (folder: Folder, key: string) => ({ path: { folder, key } });

/** The newest text of a document, draft or not. Fails with HttpError 404 if there is none. */
export async function newest(folder: Folder, key: string, signal?: AbortSignal): Promise<Answer> {
  const { data, response } = await api.GET("/api/documents/{folder}/{key}", {
    params: { ...at(folder, key), query: { revision: "draft" } },
    parseAs: "text",
    signal,
  });
  return {
    text: data ?? "",
    etag: response.headers.get("ETag"),
    status: response.headers.get("Mendak-Status"),
    revision: response.headers.get("Mendak-Revision"),
    seen: response.headers.get("Mendak-Seen") === "true",
  };
}

export const draftQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["writing", folder, key],
    queryFn: ({ signal }) => newest(folder, key, signal),
    staleTime: Infinity,
    retry: false,
  });

/** What is wrong with a text, and how agents would see it. */
export const check = (folder: Folder, key: string, text: string, signal: AbortSignal) =>
  got(
    api.POST("/api/documents/problems", {
      body: { kind: kindOf(folder), key, text },
      signal,
    }),
  );

/** Stores a text over the revision with this entity tag, or as a new document; how it stands then, with its new tag. */
export async function save(folder: Folder, key: string, text: string, etag: string | null, note: string) {
  const { data, response } = await api.PUT("/api/documents/{folder}/{key}", {
    params: {
      ...at(folder, key),
      query: { note },
      header: etag === null ? { "If-None-Match": "*" } : { "If-Match": etag },
    },
    headers: { "Content-Type": "text/markdown;charset=UTF-8" },
    body: text,
    bodySerializer: (typed) => typed,
  });
  return { body: data as DocumentView, etag: response.headers.get("ETag") };
}

/** Throws drafts away that readers never saw, all of them or none. */
export const discard = (drafts: { folder: string; key: string; revision: number }[]) =>
  got(api.POST("/api/discards", { body: { drafts } }));

/** What the desk's own records say against the published text. */
export const upkeepQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["upkeep", folder, key],
    queryFn: ({ signal }) =>
      got(api.GET(`/api/upkeep/${folder}/{key}`, { params: { path: { key } }, signal })),
    retry: false,
    staleTime: 60_000,
  });

/** What one has typed and not saved, in whichever browser, and who else types here. */
export const beingWrittenQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["being-written", folder, key],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents/{folder}/{key}/writing", { params: at(folder, key), signal })),
    refetchInterval: 30_000,
    staleTime: 0,
    retry: false,
  });

export const keepWriting = (folder: Folder, key: string, text: string, base: number) =>
  got(api.PUT("/api/documents/{folder}/{key}/writing", { params: at(folder, key), body: { text, base } }));

export const forgetWriting = (folder: Folder, key: string) =>
  got(api.DELETE("/api/documents/{folder}/{key}/writing", { params: at(folder, key) }));

/** The text of one revision, which never changes. */
export const revisionQuery = (folder: Folder, key: string, revision: number) =>
  queryOptions({
    queryKey: ["library", folder, key, "revision", revision],
    queryFn: async ({ signal }) => {
      const { data } = await api.GET("/api/documents/{folder}/{key}", {
        params: { ...at(folder, key), query: { revision: String(revision) } },
        parseAs: "text",
        signal,
      });
      return data ?? "";
    },
    staleTime: Infinity,
  });

/** How agents would see a text. */
export const sheetQuery = (folder: Folder, key: string, text: string) =>
  queryOptions({
    queryKey: ["writing", folder, key, "sheet", text],
    queryFn: ({ signal }) => check(folder, key, text, signal),
  });

/** The fixes that readers do not see and that a revision points at. */
export const wanted = (folder: Folder, key: string, revision: number) =>
  got(
    api.GET("/api/documents/{folder}/{key}/parcel", {
      params: { ...at(folder, key), query: { revision } },
    }),
  );

/** Publishes documents together, each in the revision that is named: all, or none. */
export const publishTogether = (documents: { folder: string; key: string; revision: number }[]) =>
  got(api.POST("/api/library/parcels", { body: { documents, note: "" } }));

/** Moves the revision that was looked at, and no newer one that somebody else saved meanwhile. */
export const transition = (folder: Folder, key: string, to: string, revision: number) =>
  got(
    api.POST("/api/documents/{folder}/{key}/transitions", {
      params: at(folder, key),
      body: { to, revision, note: "" },
    }),
  );

/** A text with changes of its parts: all, or none. Fails with HttpError 422 that says why. */
export const editText = (folder: Folder, text: string, edits: Edit[]) =>
  got(api.POST("/api/documents/edits", { body: { kind: kindOf(folder), text, edits } }));

/** Documents whose name or title has all these words, drafts too. */
export const findQuery = (folder: Folder, q: string) =>
  queryOptions({
    queryKey: ["library", "find", folder, q],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents", { params: { query: { folder, q, limit: 30 } }, signal })),
    staleTime: 10_000,
  });

/** A text from a screen in its words, with those that are likely to differ from case to case. */
export const propose = (text: string, signal: AbortSignal) =>
  got(api.POST("/api/documents/proposals", { body: { text }, signal }));

/** Who was asked to read it, and what was said. */
export const reviewQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["writing", folder, key, "review"],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents/{folder}/{key}/review", { params: at(folder, key), signal })),
    refetchInterval: 20_000,
    staleTime: 0,
    retry: false,
  });

/** Who can be asked. */
export const readersQuery = queryOptions({
  queryKey: ["library", "readers"],
  queryFn: ({ signal }) => got(api.GET("/api/library/readers", { signal })),
  staleTime: 60_000,
});

export const askReview = (
  folder: Folder,
  key: string,
  revision: number,
  reviewer: string | null,
  note: string,
) =>
  got(
    api.PUT("/api/documents/{folder}/{key}/review", {
      params: at(folder, key),
      body: { revision, reviewer, note },
    }),
  );

export const sendBack = (folder: Folder, key: string, revision: number, text: string) =>
  got(
    api.POST("/api/documents/{folder}/{key}/review/back", {
      params: at(folder, key),
      body: { revision, text },
    }),
  );

export const commentOn = (folder: Folder, key: string, revision: number, line: number, text: string) =>
  got(
    api.POST("/api/documents/{folder}/{key}/comments", {
      params: at(folder, key),
      body: { revision, line, text },
    }),
  );

const commentAt = (folder: Folder, key: string, id: number) => ({ path: { folder, key, id } });

export const answerComment = (folder: Folder, key: string, id: number, text: string) =>
  got(
    api.POST("/api/documents/{folder}/{key}/comments/{id}/answers", {
      params: commentAt(folder, key, id),
      body: { text },
    }),
  );

export const settleComment = (folder: Folder, key: string, id: number, settled: boolean) =>
  got(
    api.PUT("/api/documents/{folder}/{key}/comments/{id}/settled", {
      params: commentAt(folder, key, id),
      body: { settled },
    }),
  );

/** A document gone through on past cases; `run` names it, to ask how far it is and to stop it. */
export const rehearse = (folder: Folder, key: string, text: string, run: string) =>
  got(api.POST("/api/rehearsals", { body: { kind: kindOf(folder), key, text, run } }));

/** How far a rehearsal is; nothing before it has begun. */
export const rehearsedQuery = (run: string | null) =>
  queryOptions({
    queryKey: ["rehearsal", run],
    queryFn: ({ signal }) =>
      got(api.GET("/api/rehearsals/{run}", { params: { path: { run: run ?? "" } }, signal })),
    enabled: run !== null,
    refetchInterval: 400,
    retry: false,
    gcTime: 0,
  });

export const stopRehearsal = (run: string) =>
  got(api.DELETE("/api/rehearsals/{run}", { params: { path: { run } } }));

/** What a known error would match as it is written there. */
export const matchesQuery = (key: string, text: string) =>
  queryOptions({
    queryKey: ["matches", key, text],
    queryFn: ({ signal }) => got(api.POST("/api/rehearsals/matches", { body: { key, text }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 60_000,
  });

/** The words of the desk as they were written; an empty text if nobody has written any. */
export const vocabularyQuery = queryOptions({
  queryKey: ["writing", "vocabulary"],
  queryFn: async ({ signal }) => {
    const { data, response } = await api.GET("/api/library/vocabulary", { parseAs: "text", signal });
    return { text: data ?? "", etag: response.headers.get("ETag") };
  },
});

/** Stores the words of the desk over those with this entity tag; null if there were none. */
export const saveVocabulary = (text: string, etag: string | null) =>
  api.PUT("/api/library/vocabulary", {
    params: { header: etag === null ? { "If-None-Match": "*" } : { "If-Match": etag } },
    headers: { "Content-Type": "application/yaml;charset=UTF-8" },
    body: text,
    bodySerializer: (typed) => typed,
  });

/** The words in a text, after changes of them: all, or none. Fails with HttpError 422 that says why. */
export const editWords = (text: string, edits: WordChange[]) =>
  got(api.POST("/api/library/vocabulary/edits", { body: { text, edits } }));

export const wordsOutlineQuery = (text: string) =>
  queryOptions({
    queryKey: ["writing", "vocabulary", "outline", text],
    queryFn: () => editWords(text, []),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** Where a word stands. */
export const usesQuery = (group: string, name: string) =>
  queryOptions({
    queryKey: ["writing", "vocabulary", "uses", group, name],
    queryFn: ({ signal }) =>
      got(api.GET("/api/library/vocabulary/uses", { params: { query: { group, name } }, signal })),
    staleTime: 10_000,
  });

/** Gives a stored word another name everywhere at once. */
export const renameWord = (group: string, name: string, to: string, etag: string) =>
  got(
    api.POST("/api/library/vocabulary/renames", {
      params: { header: { "If-Match": etag } },
      body: { group, name, to },
    }),
  );

/** The document as it is written now, worked on practice devices. */
export const runOnDevices = (folder: "errors" | "fixes", key: string, text: string) =>
  got(api.POST("/api/practice/runs", { body: { folder, key, text } }));
