import { queryOptions } from "@tanstack/react-query";
import { api, type Arrival, got, HttpError, type Job } from "../api";

const POLL_MS = 500;

/** Sends a zip; what it would change. Nothing is stored. */
export const arrive = (zip: Blob, publish: boolean): Promise<Arrival> =>
  got(
    api.POST("/api/library/arrivals", {
      params: { query: { publish } },
      headers: { "Content-Type": "application/zip" },
      body: zip as never,
      bodySerializer: (b) => b as unknown as Blob,
    }),
  );

const at = (id: string) => ({ path: { id } });

/** What it would change now. */
export const lookAgain = (id: string, publish: boolean): Promise<Arrival> =>
  got(api.GET("/api/library/arrivals/{id}", { params: { ...at(id), query: { publish } } }));

export const forget = (id: string) => api.DELETE("/api/library/arrivals/{id}", { params: at(id) });

export const besideQuery = (id: string, path: string) =>
  queryOptions({
    queryKey: ["arrival", id, path],
    queryFn: ({ signal }) =>
      got(api.GET("/api/library/arrivals/{id}/file", { params: { ...at(id), query: { path } }, signal })),
  });

export const importChosen = (
  id: string,
  files: { path: string; revision: number }[],
  publish: boolean,
): Promise<Job> => got(api.POST("/api/library/arrivals/{id}", { params: at(id), body: { files, publish } }));

export const job = (id: string): Promise<Job> => got(api.GET("/api/jobs/{id}", { params: at(id) }));

/** Sends cases as CSV; the work that stores them. */
export const bringCases = (csv: Blob): Promise<Job> =>
  got(
    api.POST("/api/cases/import", {
      headers: { "Content-Type": "text/csv", Prefer: "respond-async" },
      body: csv as never,
      bodySerializer: (b: unknown) => b as Blob,
    } as never),
  ) as unknown as Promise<Job>;

/** The server knows nothing of it any more, as after its end and a new start. */
export const isGone = (e: unknown) => e instanceof HttpError && e.status === 404;

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ["job", id],
    queryFn: () => job(id),
    refetchInterval: (q) => (q.state.data?.state === "running" && !isGone(q.state.error) ? POLL_MS : false),
    retry: false,
  });

/** Asks work to end early; what it did stays. */
export const stopJob = (id: string): Promise<Job> => got(api.DELETE("/api/jobs/{id}", { params: at(id) }));

export const hooksQuery = queryOptions({
  queryKey: ["hooks"],
  queryFn: ({ signal }) => got(api.GET("/api/hooks", { signal })),
  refetchInterval: 10_000,
});

export const callsQuery = (id: number) =>
  queryOptions({
    queryKey: ["hooks", id],
    queryFn: ({ signal }) => got(api.GET("/api/hooks/{id}/calls", { params: { path: { id } }, signal })),
    refetchInterval: 3_000,
  });

export const addHook = (address: string, events: string[]) =>
  got(api.POST("/api/hooks", { body: { address, events: events as never } }));

export const pauseHook = (id: number, paused: boolean) =>
  got(api.PATCH("/api/hooks/{id}", { params: { path: { id } }, body: { paused } }));

export const removeHook = (id: number) => api.DELETE("/api/hooks/{id}", { params: { path: { id } } });

export const tryHook = (id: number) => got(api.POST("/api/hooks/{id}/tries", { params: { path: { id } } }));

export const tellAgain = (id: number, call: number) =>
  got(api.POST("/api/hooks/{id}/calls/{call}/again", { params: { path: { id, call } } }));
