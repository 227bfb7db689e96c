import { queryOptions } from "@tanstack/react-query";
import { api, got, type Opening } from "../api";

export const shelfQuery = queryOptions({
  queryKey: ["practice"],
  queryFn: ({ signal }) => got(api.GET("/api/practice/devices", { signal })),
});

export const deviceQuery = (id: string) =>
  queryOptions({
    queryKey: ["practice", id],
    queryFn: ({ signal }) => got(api.GET("/api/practice/devices/{id}", { params: { path: { id } }, signal })),
    enabled: id !== "",
  });

/** One's own practice cases. */
export const casesQuery = queryOptions({
  queryKey: ["practice-cases"],
  queryFn: ({ signal }) => got(api.GET("/api/practice/cases", { signal })),
  refetchOnMount: "always",
});

/** The other end of a practice case; what it was, once it has ended. */
export const otherQuery = (n: number, status: string) =>
  queryOptions({
    queryKey: ["practice-cases", n, status],
    queryFn: ({ signal }) => got(api.GET("/api/practice/cases/{n}", { params: { path: { n } }, signal })),
  });

export const choiceQuery = queryOptions({
  queryKey: ["practice-choice"],
  queryFn: ({ signal }) => got(api.GET("/api/practice/choice", { signal })),
});

const of = (id: string) => ({ path: { id } });

/** Somebody rings. */
export const takeCall = () => got(api.POST("/api/practice/calls"));
/** Opens the case of the call about a device. */
export const openPractice = (id: string) => (body: Opening) =>
  got(api.POST("/api/practice/devices/{id}/case", { params: of(id), body }));
export const readOut = (id: string) =>
  got(api.POST("/api/practice/devices/{id}/reading", { params: of(id) }));
/** Asks whoever rang for a fact. */
export const ask = (id: string, fact: string) =>
  got(api.POST("/api/practice/devices/{id}/question", { params: of(id), body: { fact } }));
export const choose = (errors: string[]) => got(api.PUT("/api/practice/choice", { body: { errors } }));

/** One with a fault, or that of a name with none. */
export const takeDevice = (name: string | null) =>
  got(api.POST("/api/practice/devices", { body: { name, error: null, cause: null } }));
export const giveBack = (id: string) => got(api.DELETE("/api/practice/devices/{id}", { params: of(id) }));
export const typeLine = (id: string, line: string) =>
  got(api.POST("/api/practice/devices/{id}/lines", { params: of(id), body: { line } }));
export const byHand = (id: string, hand: string) =>
  got(api.POST("/api/practice/devices/{id}/hands", { params: of(id), body: { hand } }));
export const tryIt = (id: string) => got(api.POST("/api/practice/devices/{id}/tries", { params: of(id) }));
