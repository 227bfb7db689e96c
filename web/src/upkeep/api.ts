import { queryOptions } from "@tanstack/react-query";
import { api, got, type UpkeepMark } from "../api";

const LOOKING_MS = 500;

/** What wants looking after; with {@code snoozed} what was put off. */
export const upkeepListQuery = (snoozed: boolean) =>
  queryOptions({
    queryKey: ["upkeep", "list", snoozed],
    queryFn: ({ signal }) => got(api.GET("/api/upkeep", { params: { query: { snoozed } }, signal })),
    // all documents and thousands of texts are looked through; how far that is comes meanwhile
    refetchInterval: (query) => (query.state.data?.looked == null ? false : LOOKING_MS),
  });

export const markItem = (mark: UpkeepMark) => got(api.PUT("/api/upkeep/marks", { body: mark }));

/** The others who write documents; kept under the same name as where a review is asked for. */
export const ownersQuery = queryOptions({
  queryKey: ["library", "readers"],
  queryFn: ({ signal }) => got(api.GET("/api/library/readers", { signal })),
});
