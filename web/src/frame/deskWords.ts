import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

/** The words of the desk: which products and versions there are. */
export const wordsQuery = queryOptions({
  queryKey: ["words"],
  queryFn: ({ signal }) => got(api.GET("/api/library/words", { signal })),
  staleTime: 300_000,
});
