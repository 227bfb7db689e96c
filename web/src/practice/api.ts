import { queryOptions } from "@tanstack/react-query";
import { api, got } from "../api";

export const shelfQuery = queryOptions({
  queryKey: ["practice"],
  queryFn: ({ signal }) => got(api.GET("/api/practice/devices", { signal })),
});

export const deviceQuery = (id: string) =>
  queryOptions({
    queryKey: ["practice", id],
    queryFn: ({ signal }) => got(api.GET("/api/practice/devices/{id}", { params: { path: { id } }, signal })),
  });

const of = (id: string) => ({ path: { id } });

/** One with a fault, or that of a name with none. */
export const takeDevice = (name: string | null) =>
  got(api.POST("/api/practice/devices", { body: { name, error: null, cause: null } }));
export const giveBack = (id: string) => got(api.DELETE("/api/practice/devices/{id}", { params: of(id) }));
export const typeLine = (id: string, line: string) =>
  got(api.POST("/api/practice/devices/{id}/lines", { params: of(id), body: { line } }));
export const byHand = (id: string, hand: string) =>
  got(api.POST("/api/practice/devices/{id}/hands", { params: of(id), body: { hand } }));
export const tryIt = (id: string) => got(api.POST("/api/practice/devices/{id}/tries", { params: of(id) }));
