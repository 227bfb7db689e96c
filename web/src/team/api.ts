import { queryOptions } from "@tanstack/react-query";
import { api, type ApiToken, got } from "../api";

export const peopleQuery = queryOptions({
  queryKey: ["team", "people"],
  queryFn: ({ signal }) => got(api.GET("/api/people", { signal })),
});

export const tokensQuery = queryOptions({
  queryKey: ["team", "tokens"],
  queryFn: ({ signal }) => got(api.GET("/api/tokens", { signal })),
});

export const addPerson = (body: { login: string; name: string; role: string; password: string }) =>
  got(api.POST("/api/people", { body }));
export const changePerson = (id: number, body: { role?: string; active?: boolean }) =>
  got(api.PATCH("/api/people/{id}", { params: { path: { id } }, body }));
export const makeToken = (name: string, scopes: ApiToken["scopes"]) =>
  got(api.POST("/api/tokens", { body: { name, scopes, days: null } }));
export const revokeToken = (id: number) => got(api.DELETE("/api/tokens/{id}", { params: { path: { id } } }));
export const changePassword = (old: string, password: string) =>
  got(api.POST("/api/password", { body: { old, password } }));
