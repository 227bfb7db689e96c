import { queryOptions } from "@tanstack/react-query";
import { type Case, type CaseLine, getJson, type InHand, sendJson } from "../api";

const FRESH_MS = 15_000;

export const openCasesQuery = queryOptions({
  queryKey: ["cases", "open"],
  queryFn: ({ signal }) => getJson<CaseLine[]>("/api/cases?status=open&limit=200", signal),
  refetchInterval: FRESH_MS,
});

/** What was passed to me, and what I handed over and nobody has said yet what cured it. */
export const inHandQuery = queryOptions({
  queryKey: ["cases", "in-hand"],
  queryFn: ({ signal }) => getJson<InHand>("/api/in-hand", signal),
  refetchInterval: FRESH_MS,
});

export const settleOwed = (n: number, id: number, state: string) =>
  sendJson<Case>("POST", `/api/cases/${n}/put-backs/${id}`, { state, to: null });
