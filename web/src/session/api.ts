import { queryOptions } from "@tanstack/react-query";
import { getJson, sendJson, type Session } from "../api";

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: ({ signal }) => getJson<Session>("/api/session", signal),
  staleTime: Infinity,
});

export const signIn = (login: string, password: string) =>
  sendJson<Session>("POST", "/api/session", { login, password });

export const signOut = () => sendJson<Session>("DELETE", "/api/session");

export const invitationQuery = (code: string) =>
  queryOptions({
    queryKey: ["welcome", code],
    queryFn: ({ signal }) => getJson<{ open: boolean }>(`/api/welcome/${encodeURIComponent(code)}`, signal),
  });

export const welcome = (code: string, login: string, name: string, password: string) =>
  sendJson<Session>("POST", `/api/welcome/${encodeURIComponent(code)}`, { login, name, password });
