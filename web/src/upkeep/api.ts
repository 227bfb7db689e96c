import { queryOptions } from "@tanstack/react-query";
import { api, got, type UpkeepMark } from "../api";

/** What wants looking after; with {@code snoozed} what was put off. */
export const upkeepListQuery = (snoozed: boolean) =>
  queryOptions({
    queryKey: ["upkeep", "list", snoozed],
    queryFn: ({ signal }) => got(api.GET("/api/upkeep", { params: { query: { snoozed } }, signal })),
  });

export const markItem = (mark: UpkeepMark) => got(api.PUT("/api/upkeep/marks", { body: mark }));

/** The others who write documents; kept under the same name as where a review is asked for. */
export const ownersQuery = queryOptions({
  queryKey: ["library", "readers"],
  queryFn: ({ signal }) => got(api.GET("/api/library/readers", { signal })),
});
