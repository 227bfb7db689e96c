import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

/** How what is found is narrowed; empty for what is not narrowed. */
export interface Narrowed {
  kind: string;
  product: string;
  phase: string;
  state: string;
  health: string;
}

export const EVERYTHING: Narrowed = { kind: "", product: "", phase: "", state: "", health: "" };

/** As many come at a time, and no more than so many in all. */
const AT_A_TIME = 50;
const FARTHEST = 950;

const ask = (q: string, n: Narrowed, from: number, signal?: AbortSignal) =>
  got(
    api.GET("/api/find", {
      params: {
        query: {
          q,
          kind: n.kind === "" ? undefined : [n.kind],
          product: n.product,
          phase: n.phase,
          state: n.state,
          health: n.health,
          from,
        },
      },
      signal,
    }),
  );

/** While cases are still being read there may be more. */
const againWhileReading = (found?: { reading: number | null }) => (found?.reading == null ? false : 2_000);

/** Everything that has these words, page by page. */
export const findQuery = (q: string, n: Narrowed) =>
  infiniteQueryOptions({
    queryKey: ["find", q, n],
    queryFn: ({ pageParam, signal }) => ask(q, n, pageParam, signal),
    initialPageParam: 0,
    getNextPageParam: (last, all) => {
      const so = all.length * AT_A_TIME;
      return last.hits.length === AT_A_TIME && so <= FARTHEST ? so : undefined;
    },
    enabled: q !== "",
    placeholderData: (before) => before,
    staleTime: 0,
    refetchInterval: ({ state }) => againWhileReading(state.data?.pages[0]),
  });

/** The first few things that have these words. */
export const foundHereQuery = (q: string) =>
  queryOptions({
    queryKey: ["find", "here", q],
    queryFn: ({ signal }) => ask(q, EVERYTHING, 0, signal),
    enabled: q.length >= 2,
    staleTime: 0,
    refetchInterval: ({ state }) => againWhileReading(state.data),
  });
