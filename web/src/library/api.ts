import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api, type ErrorLine, got } from "../api";

const STALE_MS = 20_000;

/** As many known errors as one page of the shelves holds. */
const PAGE = 200;

/** Known errors, and how many there are in all. */
export interface Found {
  errors: ErrorLine[];
  total: number;
}

/** The published known errors that have every word of what was typed, at most a page of them. */
export const errorsQuery = (typed = "") =>
  queryOptions({
    queryKey: ["library", "errors", "found", typed],
    queryFn: async ({ signal }): Promise<Found> => {
      const { data, response } = await api.GET("/api/errors", {
        params: { query: { limit: PAGE, ...(typed && { q: typed }) } },
        signal,
      });
      const errors = data ?? [];
      return { errors, total: Number(response.headers.get("Mendak-Total") ?? errors.length) };
    },
    staleTime: STALE_MS,
    placeholderData: keepPreviousData,
  });

/** Fixes as authors see them on their shelf. */
export const fixShelfQuery = (q: string, away: boolean) =>
  queryOptions({
    queryKey: ["library", "fixes", "shelf", q, away],
    queryFn: ({ signal }) => got(api.GET("/api/library/fixes", { params: { query: { q, away } }, signal })),
    staleTime: STALE_MS,
    placeholderData: keepPreviousData,
  });

/** How these fixes have fared over all known errors. */
export const faredQuery = (keys: string[]) =>
  queryOptions({
    queryKey: ["evidence", "fixes", ...keys],
    queryFn: ({ signal }) =>
      got(api.GET("/api/evidence/fixes", { params: { query: { key: keys } }, signal })),
    enabled: keys.length > 0,
    staleTime: STALE_MS,
  });

/** What is being written and not seen by readers, first what waits for oneself. */
export const unpublishedQuery = queryOptions({
  queryKey: ["library", "unpublished"],
  queryFn: ({ signal }) => got(api.GET("/api/library/unpublished", { signal })),
  staleTime: STALE_MS,
});

/** Gives a document another name. */
export const rename = (folder: "errors" | "fixes", key: string, to: string) =>
  got(api.POST("/api/documents/{folder}/{key}/rename", { params: { path: { folder, key } }, body: { to } }));

/** Puts a document away, or brings it back. */
export const moveTo = async (folder: "errors" | "fixes", key: string, to: string) => {
  const { response } = await api.GET("/api/documents/{folder}/{key}", {
    params: { path: { folder, key }, query: { revision: "draft" } },
    parseAs: "text",
  });
  const revision = Number(response.headers.get("Mendak-Revision"));
  return got(
    api.POST("/api/documents/{folder}/{key}/transitions", {
      params: { path: { folder, key } },
      body: { to, revision, note: "" },
    }),
  );
};

export const occurrencesQuery = queryOptions({
  queryKey: ["evidence", "occurrences"],
  queryFn: ({ signal }) => got(api.GET("/api/evidence", { signal })),
  staleTime: STALE_MS,
});

/** One known error as a sheet. Fails with HttpError 404 if it is not published. */
export const errorQuery = (key: string) =>
  queryOptions({
    queryKey: ["library", "errors", key],
    queryFn: ({ signal }) => got(api.GET("/api/errors/{key}", { params: { path: { key } }, signal })),
    staleTime: STALE_MS,
  });

export const fixQuery = (key: string) =>
  queryOptions({
    queryKey: ["library", "fixes", key],
    queryFn: ({ signal }) => got(api.GET("/api/fixes/{key}", { params: { path: { key } }, signal })),
    staleTime: STALE_MS,
  });

export const evidenceQuery = (key: string) =>
  queryOptions({
    queryKey: ["evidence", key],
    queryFn: ({ signal }) =>
      got(api.GET("/api/errors/{key}/evidence", { params: { path: { key } }, signal })),
    staleTime: STALE_MS,
  });

export const historyQuery = (folder: string, key: string) =>
  queryOptions({
    queryKey: ["library", folder, key, "history"],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents/{folder}/{key}/revisions", { params: { path: { folder, key } }, signal })),
  });

/** What was measured of each published revision, and whether the newest does better. */
export const effectsQuery = (folder: string, key: string) =>
  queryOptions({
    queryKey: ["evidence", "effects", folder, key],
    queryFn: ({ signal }) =>
      got(api.GET("/api/evidence/effects/{folder}/{key}", { params: { path: { folder, key } }, signal })),
    staleTime: STALE_MS,
  });

/** How callers put a known error, the newest first. */
export const sayingsQuery = (key: string) =>
  queryOptions({
    queryKey: ["library", "sayings", key],
    queryFn: ({ signal }) => got(api.GET("/api/errors/{key}/sayings", { params: { path: { key } }, signal })),
  });

/** Lets recognition learn from a case, or not. */
export const sayingCounts = (n: number, counts: boolean) =>
  got(api.POST("/api/cases/{n}/saying", { params: { path: { n } }, body: { counts } }));
