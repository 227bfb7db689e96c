import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

const FRESH_MS = 15_000;

export const openCasesQuery = queryOptions({
  queryKey: ["cases", "open"],
  queryFn: ({ signal }) =>
    got(api.GET("/api/cases", { params: { query: { status: "open", limit: 200 } }, signal })),
  refetchInterval: FRESH_MS,
});

/** What was passed to me, and what I handed over and nobody has said yet what cured it. */
export const inHandQuery = queryOptions({
  queryKey: ["cases", "in-hand"],
  queryFn: ({ signal }) => got(api.GET("/api/in-hand", { signal })),
  refetchInterval: FRESH_MS,
});

export const settleOwed = (n: number, id: number, state: string) =>
  got(api.POST("/api/cases/{n}/put-backs/{id}", { params: { path: { n, id } }, body: { state, to: null } }));
