import { queryOptions } from "@tanstack/react-query";
import { api, type ErrorLine, got } from "../api";

const STALE_MS = 20_000;

/** All pages of the published known errors. */
async function allErrors(signal: AbortSignal): Promise<ErrorLine[]> {
  const all: ErrorLine[] = [];
  for (let after = ""; ;) {
    const page = await got(
      api.GET("/api/errors", { params: { query: { limit: 200, ...(after && { after }) } }, signal }),
    );
    all.push(...page);
    const last = page.at(-1);
    if (page.length < 200 || !last) return all;
    after = last.key;
  }
}

export const errorsQuery = queryOptions({
  queryKey: ["library", "errors"],
  queryFn: ({ signal }) => allErrors(signal),
  staleTime: STALE_MS,
});

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

/** Documents that authors see, drafts and retired ones included. */
export const documentsQuery = queryOptions({
  queryKey: ["library", "documents"],
  queryFn: ({ signal }) => got(api.GET("/api/documents", { signal })),
});

export const historyQuery = (folder: string, key: string) =>
  queryOptions({
    queryKey: ["library", folder, key, "history"],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents/{folder}/{key}/revisions", { params: { path: { folder, key } }, signal })),
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
