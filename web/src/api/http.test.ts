import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { getJson, HttpError, onSignedOut, putText, sendJson } from "./http";

let calls: { url: string; init: RequestInit }[];

function answer(status: number, body: unknown, headers: Record<string, string> = {}): void {
  vi.stubGlobal(
    "fetch",
    vi.fn((url: string, init: RequestInit) => {
      calls.push({ url, init });
      const text = typeof body === "string" ? body : JSON.stringify(body);
      return Promise.resolve(new Response(status === 204 ? null : text, { status, headers }));
    }),
  );
}
const header = (name: string) => new Headers(calls[0]?.init.headers).get(name);

beforeEach(() => {
  calls = [];
  document.cookie = "XSRF-TOKEN=a%3Db; path=/";
});
afterEach(() => vi.unstubAllGlobals());

test("unsafe calls send the page's token back, safe ones do not need it", async () => {
  answer(200, { ok: true });
  await sendJson("POST", "/api/cases", { text: "x" });
  expect(header("X-XSRF-TOKEN")).toBe("a=b");
  expect(header("Content-Type")).toBe("application/json");
  calls = [];
  await getJson("/api/cases");
  expect(header("X-XSRF-TOKEN")).toBeNull();
});

test("a refusal is an error in the server's words with all its members", async () => {
  answer(409, { status: 409, detail: "There is something to put back first.", putBacks: ["start it"] });
  const e = await sendJson("POST", "/x").catch((x: unknown) => x as HttpError);
  expect(e).toBeInstanceOf(HttpError);
  expect((e as HttpError).message).toBe("There is something to put back first.");
  expect((e as HttpError).more.putBacks).toEqual(["start it"]);
});

test("an answer that is no problem document still gives words", async () => {
  answer(502, "<html>bad gateway</html>");
  const e = await getJson("/x").catch((x: unknown) => x as HttpError);
  expect((e as HttpError).status).toBe(502);
  expect((e as HttpError).message).not.toBe("");
});

test("a lost line says what was kept; a cancelled call stays cancelled", async () => {
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.reject(new TypeError("failed"))),
  );
  const lost = await getJson("/x").catch((x: unknown) => x as HttpError);
  expect((lost as HttpError).status).toBe(0);
  expect((lost as HttpError).message).toContain("kept");
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.reject(new DOMException("stop", "AbortError"))),
  );
  await expect(getJson("/x")).rejects.toBeInstanceOf(DOMException);
});

test("when the session has ended everybody who listens is told, but not by a wrong password", async () => {
  const told = vi.fn();
  const stop = onSignedOut(told);
  answer(401, { detail: "Please sign in first." });
  await getJson("/api/cases").catch(() => undefined);
  expect(told).toHaveBeenCalledTimes(1);
  await sendJson("POST", "/api/session", {}).catch(() => undefined);
  expect(told).toHaveBeenCalledTimes(1);
  stop();
  await getJson("/api/cases").catch(() => undefined);
  expect(told).toHaveBeenCalledTimes(1);
});

test("an empty answer is nothing; a document keeps its precondition and gives its new tag", async () => {
  answer(204, "");
  expect(await sendJson("DELETE", "/api/tokens/1")).toBeUndefined();
  calls = [];
  answer(200, { revision: 2 }, { ETag: '"r2"' });
  const put = await putText<{ revision: number }>("/api/documents/fixes/a", "text", { "If-Match": '"r1"' });
  expect(header("If-Match")).toBe('"r1"');
  expect(put).toEqual({ body: { revision: 2 }, etag: '"r2"' });
});
