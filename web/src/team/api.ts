import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { api, type ApiToken, type DeskSettings, got } from "../api";
import { type ActFilters, actsSearch, asked } from "./journal";

export const peopleQuery = queryOptions({
  queryKey: ["team", "people"],
  queryFn: ({ signal }) => got(api.GET("/api/people", { signal })),
});

export const tokensQuery = queryOptions({
  queryKey: ["team", "tokens"],
  queryFn: ({ signal }) => got(api.GET("/api/tokens", { signal })),
});

export const sessionsQuery = queryOptions({
  queryKey: ["team", "sessions"],
  queryFn: ({ signal }) => got(api.GET("/api/sessions", { signal })),
});

export const settingsQuery = queryOptions({
  queryKey: ["team", "settings"],
  queryFn: ({ signal }) => got(api.GET("/api/settings", { signal })),
});

/** What lets somebody in. */
export const accessQuery = (id: number) =>
  queryOptions({
    queryKey: ["team", "access", id],
    queryFn: ({ signal }) => got(api.GET("/api/people/{id}/access", { params: { path: { id } }, signal })),
  });

export const actsQuery = (f: ActFilters) =>
  infiniteQueryOptions({
    queryKey: ["team", "acts", actsSearch(f)],
    initialPageParam: null as number | null,
    queryFn: ({ signal, pageParam }) =>
      got(
        api.GET("/api/audit", {
          params: { query: { ...asked(f), ...(pageParam === null ? {} : { before: pageParam }) } },
          signal,
        }),
      ),
    getNextPageParam: (page) => page.before,
  });

export const addPerson = (body: { login: string; name: string; role: string }) =>
  got(api.POST("/api/people", { body }));
export const changePerson = (
  id: number,
  body: { role?: string; active?: boolean; name?: string; login?: string },
) => got(api.PATCH("/api/people/{id}", { params: { path: { id } }, body }));
export const makeAddress = (id: number) =>
  got(api.POST("/api/people/{id}/address", { params: { path: { id } } }));
export const untieAccount = (id: number) =>
  got(api.DELETE("/api/people/{id}/account", { params: { path: { id } } }));
/** Where the browser goes so that one signs in with one's account from then on. */
export const tieAccount = () => got(api.POST("/api/account"));
export const erasePerson = (id: number) =>
  got(api.POST("/api/people/{id}/erasure", { params: { path: { id } } }));
export const endAccess = (id: number) =>
  got(api.DELETE("/api/people/{id}/access", { params: { path: { id } } }));
export const endSession = (id: number, key: string) =>
  got(api.DELETE("/api/people/{id}/sessions/{key}", { params: { path: { id, key } } }));
export const endOwnSession = (key: string) =>
  got(api.DELETE("/api/sessions/{key}", { params: { path: { key } } }));
export const makeToken = (name: string, scopes: ApiToken["scopes"]) =>
  got(api.POST("/api/tokens", { body: { name, scopes, days: null } }));
export const revokeToken = (id: number) => got(api.DELETE("/api/tokens/{id}", { params: { path: { id } } }));
export const revokeTokenOf = (id: number, token: number) =>
  got(api.DELETE("/api/people/{id}/tokens/{token}", { params: { path: { id, token } } }));
export const changePassword = (old: string, password: string) =>
  got(api.POST("/api/password", { body: { old, password } }));
export const purgesQuery = queryOptions({
  queryKey: ["team", "purges"],
  queryFn: ({ signal }) => got(api.GET("/api/purges", { signal })),
});

export const backupsQuery = queryOptions({
  queryKey: ["team", "backups"],
  queryFn: ({ signal }) => got(api.GET("/api/backups", { signal })),
});

/** Asked for again and again until it has ended. */
export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ["team", "job", id],
    queryFn: ({ signal }) => got(api.GET("/api/jobs/{id}", { params: { path: { id } }, signal })),
    refetchInterval: (q) => (q.state.data && q.state.data.state !== "running" ? false : 600),
  });

export const purgeNow = () => got(api.POST("/api/purges"));
export const makeBackup = () => got(api.POST("/api/backups"));
export const eraseWords = (body: { number?: number; requester?: string }) =>
  got(api.POST("/api/erasures", { body }));
export const changeSettings = (body: Partial<DeskSettings>) => got(api.PATCH("/api/settings", { body }));
