import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../../api";
import type { Folder } from "../api";

export type HowTo = { name: string; text: string };

/** What a how-to would become; nothing is stored. */
export const howToQuery = (howTo: HowTo) =>
  queryOptions({
    queryKey: ["writing", "how-to", howTo.name, howTo.text],
    queryFn: async ({ signal }) =>
      (await got(api.POST("/api/how-tos/preview", { body: { howTos: [howTo] }, signal })))[0],
    staleTime: Infinity,
  });

/** Makes drafts of all of them, or of none. */
export const bringIn = (howTos: HowTo[]) => got(api.POST("/api/how-tos", { body: { howTos } }));

/** What a document was made of; nothing for most. */
export const madeOfQuery = (folder: Folder, key: string) =>
  queryOptions({
    queryKey: ["writing", "made-of", folder, key],
    queryFn: ({ signal }) =>
      got(api.GET("/api/documents/{folder}/{key}/made-of", { params: { path: { folder, key } }, signal })),
    staleTime: Infinity,
  });
