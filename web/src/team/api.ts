import { queryOptions } from "@tanstack/react-query";
import { type ApiToken, getJson, type NewToken, type Person, sendJson } from "../api";

export const peopleQuery = queryOptions({
  queryKey: ["team", "people"],
  queryFn: ({ signal }) => getJson<Person[]>("/api/people", signal),
});

export const tokensQuery = queryOptions({
  queryKey: ["team", "tokens"],
  queryFn: ({ signal }) => getJson<ApiToken[]>("/api/tokens", signal),
});

export const addPerson = (body: { login: string; name: string; role: string; password: string }) =>
  sendJson<Person>("POST", "/api/people", body);
export const changePerson = (id: number, body: { role?: string; active?: boolean }) =>
  sendJson<Person>("PATCH", `/api/people/${id}`, body);
export const makeToken = (name: string, scopes: string[]) =>
  sendJson<NewToken>("POST", "/api/tokens", { name, scopes });
export const revokeToken = (id: number) => sendJson<undefined>("DELETE", `/api/tokens/${id}`);
