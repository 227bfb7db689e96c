import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

const ASKED_EVERY_MS = 60_000;

/** What was said of the steps of a case. */
export const flagsOfCaseQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n, "flags"],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/flags", { params: { path: { n } }, signal })),
  });

/** What was said of the steps of a fix and nobody answered. */
export const flagsOfFixQuery = (fix: string) =>
  queryOptions({
    queryKey: ["flags", "fix", fix],
    queryFn: ({ signal }) => got(api.GET("/api/flags", { params: { query: { fix } }, signal })),
  });

/** What I have to answer, and what I was answered. */
export const myFlagsQuery = queryOptions({
  queryKey: ["flags", "mine"],
  queryFn: ({ signal }) => got(api.GET("/api/flags/mine", { signal })),
  refetchInterval: ASKED_EVERY_MS,
});

export const flagStep = (n: number, fix: string, step: number, kind: string, text: string) =>
  got(api.POST("/api/cases/{n}/flags", { params: { path: { n } }, body: { fix, step, kind, text } }));
export const takeFlagBack = (n: number, id: number) =>
  got(api.DELETE("/api/cases/{n}/flags/{id}", { params: { path: { n, id } } }));
export const answerFlag = (id: number, text: string, mended: boolean) =>
  got(api.PUT("/api/flags/{id}/answer", { params: { path: { id } }, body: { text, mended } }));
export const flagRead = (id: number) => got(api.PUT("/api/flags/{id}/read", { params: { path: { id } } }));
