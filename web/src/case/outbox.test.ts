import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { keepFor, kept } from "../look";
import type { Waiting } from "./outbox";

const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });
let posts: { url: string; body: Record<string, unknown> }[];

beforeEach(() => {
  vi.resetModules();
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  localStorage.clear();
  keepFor("runa");
  posts = [];
});
afterEach(() => vi.useRealTimers());

function serve(...statuses: number[]): void {
  vi.stubGlobal(
    "fetch",
    vi.fn(async (request: Request) => {
      posts.push({
        url: request.url,
        body: JSON.parse(await request.text()) as Record<string, unknown>,
      });
      const status = statuses.shift() ?? 200;
      return answer(status, status === 200 ? { clientId: "x", captured: {} } : { detail: "no" });
    }),
  );
}

/** The module anew, as after a reload, with the same store. */
async function load() {
  const look = await import("../look");
  look.keepFor("runa");
  return import("./outbox");
}
const stored = () => kept<Waiting[]>("outbox", []);

test("sends in order and keeps nothing that was acknowledged", async () => {
  serve();
  const outbox = await load();
  outbox.enter(7, 1, { step: 0, what: "done" });
  outbox.enter(7, 1, { step: 1, what: "done" });
  await vi.waitFor(() => expect(stored()).toEqual([]));
  expect(posts.map((p) => p.body.step)).toEqual([0, 1]);
});

test("what the server could not take is kept over a reload and sent with the same id", async () => {
  serve(503, 503);
  const before = await load();
  before.enter(7, 1, { step: 0, what: "done" });
  await vi.waitFor(() => expect(vi.getTimerCount()).toBe(1));
  expect(stored()).toHaveLength(1);
  const id = posts[0]?.body.clientId;
  vi.clearAllTimers();
  vi.resetModules();
  serve();
  const after = await load();
  after.goOn();
  await vi.waitFor(() => expect(stored()).toEqual([]));
  expect(posts.at(-1)?.body.clientId).toBe(id);
});

test("tells when an entry is refused for good, and goes on with the next", async () => {
  serve(409, 200);
  const outbox = await load();
  const results: (number | undefined)[] = [];
  outbox.onSent((_, r) => results.push("status" in r ? r.status : 200));
  outbox.enter(7, 1, { step: 0, what: "done" });
  outbox.enter(7, 1, { step: 1, what: "done" });
  await vi.waitFor(() => expect(results).toEqual([409, 200]));
});

test("every entry has an id of its own, also where the connection is not encrypted", async () => {
  const own = globalThis.crypto;
  vi.stubGlobal("crypto", { getRandomValues: (a: Uint8Array<ArrayBuffer>) => own.getRandomValues(a) });
  const { newId } = await import("../api");
  const ids = new Set(Array.from({ length: 200 }, newId));
  expect(ids.size).toBe(200);
  expect([...ids].every((id) => /^[0-9a-f]{32}$/.test(id))).toBe(true);
});
