import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

const ASKED_EVERY_MS = 60_000;

/** What comes in far more often just now than it usually does. */
export const surgesQuery = queryOptions({
  queryKey: ["surges"],
  queryFn: ({ signal }) => got(api.GET("/api/surges", { signal })),
  refetchInterval: ASKED_EVERY_MS,
});
