import { queryOptions } from "@tanstack/react-query";
import { api, got, serverSays, type Session } from "../api";

/** Every answer about the session tells the server's time. */
async function session(call: Promise<{ data?: Session }>): Promise<Session> {
  const s = await got(call);
  serverSays(s.now);
  return s;
}

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: ({ signal }) => session(api.GET("/api/session", { signal })),
  staleTime: Infinity,
  // whether the desk can store; also told over the live stream, which may have been down just then
  refetchInterval: 60_000,
});

export const signIn = (login: string, password: string) =>
  session(api.POST("/api/session", { body: { login, password } }));

/**
 * Where the browser goes to sign in with an account from elsewhere; it comes out at the page that it left.
 * Whoever was just refused is asked anew who they are: they may have another account.
 */
export const away = (to: string, anew: boolean) => got(api.POST("/api/session/away", { body: { to, anew } }));

export const signOut = () => session(api.DELETE("/api/session"));

/** What happened about one's sign-in was read; it is not told again. */
export const readNews = () => got(api.DELETE("/api/session/news"));

export const invitationQuery = (code: string) =>
  queryOptions({
    queryKey: ["welcome", code],
    queryFn: ({ signal }) => got(api.GET("/api/welcome/{code}", { params: { path: { code } }, signal })),
  });

export const welcome = (code: string, login: string, name: string, password: string) =>
  session(api.POST("/api/welcome/{code}", { params: { path: { code } }, body: { login, name, password } }));
