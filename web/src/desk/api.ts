import { queryOptions } from "@tanstack/react-query";
import { type CaseLine, getJson } from "../api";

const FRESH_MS = 15_000;

export const openCasesQuery = queryOptions({
  queryKey: ["cases", "open"],
  queryFn: ({ signal }) => getJson<CaseLine[]>("/api/cases?status=open&limit=200", signal),
  refetchInterval: FRESH_MS,
});
