import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

/** What the desk met and could not name. */
export const gapsQuery = (hidden: boolean) =>
  queryOptions({
    queryKey: ["gaps", hidden],
    queryFn: ({ signal }) => got(api.GET("/api/gaps", { params: { query: { hidden } }, signal })),
  });

export const nearQuery = (n: number) =>
  queryOptions({
    queryKey: ["gaps", "near", n],
    queryFn: ({ signal }) => got(api.GET("/api/gaps/{n}/near", { params: { path: { n } }, signal })),
  });

/** Other cases of the same shape as this one; asked anew whenever it has another text. */
export const sameShapeQuery = (n: number, texts: number, enabled: boolean) =>
  queryOptions({
    queryKey: ["case", n, "alike", texts],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/alike", { params: { path: { n } }, signal })),
    enabled,
  });

/** Cases that said such a thing, before there is a case. */
export const saidBeforeQuery = (text: string) =>
  queryOptions({
    queryKey: ["said-before", text],
    queryFn: ({ signal }) => got(api.POST("/api/alike", { body: { text }, signal })),
    enabled: text.trim() !== "",
  });

export const makeDraft = (cases: number[]) => got(api.POST("/api/drafts", { body: { cases } }));
export const hideShape = (n: number, reason: string) =>
  got(api.POST("/api/gaps/{n}/hidden", { params: { path: { n } }, body: { reason } }));
export const isKnown = (n: number, error: string) =>
  got(api.POST("/api/gaps/{n}/is", { params: { path: { n } }, body: { error } }));
