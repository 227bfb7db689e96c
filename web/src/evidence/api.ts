import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

const STALE_MS = 20_000;
const READING_MS = 500;

/** The cases chosen in the page's address, as the server wants them. */
const choice = (search: string) =>
  search === "" ? {} : { choice: Object.fromEntries(new URLSearchParams(search)) };

export const deskEvidenceQuery = (search: string) =>
  queryOptions({
    queryKey: ["evidence", "desk", search],
    queryFn: ({ signal }) =>
      got(api.GET("/api/evidence/desk", { params: { query: choice(search) }, signal })),
    staleTime: STALE_MS,
    placeholderData: (before) => before,
    // cold, it takes as long as reading all cases does; how far it is comes meanwhile
    refetchInterval: (query) => (query.state.data?.reading ? READING_MS : false),
  });

export const errorEvidenceQuery = (key: string, search: string) =>
  queryOptions({
    queryKey: ["evidence", key, search],
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/errors/{key}/evidence", { params: { path: { key }, query: choice(search) }, signal }),
      ),
    staleTime: STALE_MS,
    placeholderData: (before, q) => (q?.queryKey[1] === key ? before : undefined),
  });

/** The tries behind a fix's numbers, newest first. */
export const triesQuery = (key: string, fix: string, search: string) =>
  queryOptions({
    queryKey: ["evidence", key, "tries", fix, search],
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/errors/{key}/evidence/tries", {
          params: { path: { key }, query: { fix, ...choice(search) } },
          signal,
        }),
      ),
    staleTime: STALE_MS,
  });

export const tableOfError = (key: string, table: string, search: string) =>
  `/api/errors/${key}/evidence.csv?table=${table}&${search}`;

export const tableOfDesk = (table: string, search: string) =>
  `/api/evidence/desk.csv?table=${table}&${search}`;

/** Makes a draft of the runbook: its measured order, or one fix ruled out. Fails with HttpError 409 while another draft waits. */
export const makeDraft = (key: string, ruleOut: string | null) =>
  got(api.POST("/api/errors/{key}/evidence/draft", { params: { path: { key } }, body: { ruleOut } }));
