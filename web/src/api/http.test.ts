import { beforeEach, expect, test, vi } from "vitest";
import { api, got, HttpError, onSignedOut } from "./http";

let calls: Request[];

function answer(status: number, body: unknown, headers: Record<string, string> = {}): void {
  vi.stubGlobal(
    "fetch",
    vi.fn((request: Request) => {
      calls.push(request);
      const text = typeof body === "string" ? body : JSON.stringify(body);
      return Promise.resolve(new Response(status === 204 ? null : text, { status, headers }));
    }),
  );
}
const header = (name: string) => calls[0]?.headers.get(name);
const session = () => got(api.POST("/api/session", { body: { login: "runa", password: "x" } }));
const words = () => got(api.GET("/api/library/words"));
const refusal = (call: Promise<unknown>) => call.then(() => null).catch((e: unknown) => e as HttpError);

beforeEach(() => {
  calls = [];
  document.cookie = "XSRF-TOKEN=a%3Db; path=/";
});

test("unsafe calls send the page's token back, safe ones do not need it", async () => {
  answer(200, { ok: true });
  await session();
  expect(header("X-XSRF-TOKEN")).toBe("a=b");
  expect(header("Content-Type")).toBe("application/json");
  expect(await calls[0]?.json()).toEqual({ login: "runa", password: "x" });
  calls = [];
  await words();
  expect(header("X-XSRF-TOKEN")).toBeNull();
});

test("what stands in a path or a query is written so that it stays what it is", async () => {
  answer(200, {});
  await got(
    api.GET("/api/errors/{key}/evidence", {
      params: { path: { key: "a/b" }, query: { choice: { "fact.wet": "yes & no" } } },
    }),
  );
  expect(calls[0]?.url).toBe(`${location.origin}/api/errors/a%2Fb/evidence?fact.wet=yes%20%26%20no`);
});

test("a refusal is an error in the server's words with all its members", async () => {
  answer(409, { status: 409, detail: "There is something to put back first.", putBacks: ["start it"] });
  const e = await refusal(session());
  expect(e).toBeInstanceOf(HttpError);
  expect(e?.message).toBe("There is something to put back first.");
  expect(e?.more.putBacks).toEqual(["start it"]);
});

test("an answer that is no problem document still gives words", async () => {
  answer(502, "<html>bad gateway</html>");
  const e = await refusal(words());
  expect(e?.status).toBe(502);
  expect(e?.message).not.toBe("");
});

test("a lost line says what was kept; a cancelled call stays cancelled", async () => {
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.reject(new TypeError("failed"))),
  );
  const lost = await refusal(words());
  expect(lost?.status).toBe(0);
  expect(lost?.message).toContain("kept");
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.reject(new DOMException("stop", "AbortError"))),
  );
  await expect(words()).rejects.toBeInstanceOf(DOMException);
});

test("when the session has ended everybody who listens is told, but not by a wrong password", async () => {
  const told = vi.fn();
  const stop = onSignedOut(told);
  answer(401, { detail: "Please sign in first." });
  await refusal(words());
  expect(told).toHaveBeenCalledTimes(1);
  await refusal(session());
  expect(told).toHaveBeenCalledTimes(1);
  stop();
  await refusal(words());
  expect(told).toHaveBeenCalledTimes(1);
});

test("an empty answer is nothing", async () => {
  answer(204, "");
  expect(await got(api.DELETE("/api/tokens/{id}", { params: { path: { id: 1 } } }))).toBeUndefined();
});
