import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

/** What the desk met and could not name. */
export const gapsQuery = (hidden: boolean) =>
  queryOptions({
    queryKey: ["gaps", hidden],
    queryFn: ({ signal }) => got(api.GET("/api/gaps", { params: { query: { hidden } }, signal })),
  });

/** What only logs said. */
export const logGapsQuery = (hidden: boolean) =>
  queryOptions({
    queryKey: ["gaps", "logs", hidden],
    queryFn: ({ signal }) => got(api.GET("/api/gaps/logs", { params: { query: { hidden } }, signal })),
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
export const hideLine = (n: number, reason: string) =>
  got(api.POST("/api/gaps/logs/{n}/hidden", { params: { path: { n } }, body: { reason } }));
export const draftOfLine = (n: number) =>
  got(api.POST("/api/gaps/logs/{n}/draft", { params: { path: { n } } }));

/** Closed cases from before a known error that say what it is recognised by. */
export const beforeQuery = (key: string, enabled: boolean) =>
  queryOptions({
    queryKey: ["error", key, "before"],
    queryFn: ({ signal }) => got(api.GET("/api/errors/{key}/before", { params: { path: { key } }, signal })),
    enabled,
  });
export const fileBefore = (key: string) =>
  got(api.POST("/api/errors/{key}/before", { params: { path: { key } } }));
export const takeFilingBack = (id: string) =>
  got(api.DELETE("/api/filings/{id}", { params: { path: { id } } }));
