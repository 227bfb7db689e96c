import { act } from "@testing-library/react";
import { useEffect } from "react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { now } from "../api";
import { keep, keepFor, kept } from "../look";
import { render, settle } from "../testing/render";
import { type Draft, useDraft } from "./useDraft";

let draft: Draft | null = null;
let stored: { text: string; etag: string } | null;
let typedThere: { text: string; base: number; at: string } | null;
let puts: { precondition: string | null; text: string }[];

function Probe() {
  const now = useDraft("fixes", "oil");
  useEffect(() => {
    draft = now;
  });
  return null;
}

/** A server that holds one document and its revision. */
beforeEach(() => {
  keepFor("ines");
  puts = [];
  typedThere = null;
  stored = { text: "saved text", etag: '"r1"' };
  vi.stubGlobal(
    "fetch",
    vi.fn(async (request: Request) => {
      if (request.url.endsWith("/writing")) {
        if (request.method === "PUT") {
          const body = (await request.json()) as { text: string; base: number };
          typedThere = { ...body, at: "2026-11-28T08:00:00Z" };
        } else if (request.method === "DELETE") {
          typedThere = null;
          return new Response(null, { status: 204 });
        }
        return new Response(
          JSON.stringify({
            text: null,
            base: null,
            at: null,
            ...typedThere,
            others: [{ person: "Odd Vik" }],
          }),
          { headers: { "Content-Type": "application/json" } },
        );
      }
      if (request.method === "PUT") {
        const precondition = request.headers.get("If-Match") ?? request.headers.get("If-None-Match");
        const text = await request.text();
        puts.push({ precondition, text });
        const fits = stored === null ? precondition === "*" : precondition === stored.etag;
        if (!fits)
          return new Response(JSON.stringify({ detail: "Somebody else saved it." }), { status: 412 });
        stored = { text, etag: `"r${puts.length + 1}"` };
        return new Response(JSON.stringify({ revision: puts.length + 1, status: "draft" }), {
          headers: { ETag: stored.etag },
        });
      }
      if (request.url.endsWith("/problems"))
        return new Response(JSON.stringify({ problems: [], missing: [], error: null, fix: null }));
      return stored === null
        ? new Response(JSON.stringify({ detail: "none" }), { status: 404 })
        : new Response(stored.text, { headers: { ETag: stored.etag, "Mendak-Status": "published" } });
    }),
  );
});
afterEach(() => {
  draft = null;
});

async function change(text: string): Promise<void> {
  await act(async () => draft?.change(text));
}
async function save(): Promise<number | null | undefined> {
  let revision: number | null | undefined;
  await act(async () => {
    revision = await draft?.save("");
  });
  await settle();
  return revision;
}

test("what is typed is kept at once and gone from the browser when it is saved", async () => {
  await render(<Probe />);
  expect(draft?.text).toBe("saved text");
  expect(draft?.unsaved).toBe(false);
  await change("saved text and more");
  expect(kept("writing.fixes.oil", null)).toMatchObject({ text: "saved text and more", etag: '"r1"' });
  expect(await save()).toBe(2);
  expect(puts).toEqual([{ precondition: '"r1"', text: "saved text and more" }]);
  expect(kept("writing.fixes.oil", null)).toBeNull();
  expect(draft?.unsaved).toBe(false);
});

test("an unsaved text is found again after a reload, with the revision it was begun from", async () => {
  keep("writing.fixes.oil", { text: "half a", etag: '"r0"' });
  await render(<Probe />);
  expect(draft?.text).toBe("half a");
  expect(draft?.found).toBe(true);
  expect(await save()).toBeNull();
  expect(draft?.theirs?.text).toBe("saved text");
  expect(draft?.text).toBe("half a");
});

test("the loser of a race sees both and decides", async () => {
  await render(<Probe />);
  await change("mine");
  stored = { text: "theirs", etag: '"r5"' };
  await save();
  expect(draft?.theirs?.text).toBe("theirs");
  await act(async () => draft?.overwrite());
  await settle();
  expect(puts.at(-1)).toEqual({ precondition: '"r5"', text: "mine" });
  expect(draft?.theirs).toBeNull();

  await change("mine again");
  stored = { text: "theirs again", etag: '"r9"' };
  await save();
  await act(async () => draft?.setAside());
  await settle();
  // one's own was stored before theirs became the newest again: both stay in the history
  expect(puts.slice(-2).map((p) => p.text)).toEqual(["mine again", "theirs again"]);
  expect(draft?.text).toBe("theirs again");
  expect(kept("writing.fixes.oil", null)).toBeNull();
});

test("a new document begins from a template and is created, not changed", async () => {
  stored = null;
  await render(<Probe />);
  expect(draft?.text).toContain("fix: oil");
  expect(draft?.etag).toBeNull();
  await change("all new");
  expect(await save()).toBe(2);
  expect(puts[0]?.precondition).toBe("*");
});

test("back to the saved text can be taken back", async () => {
  await render(<Probe />);
  await change("half a sentence");
  let undo: (() => void) | undefined;
  await act(async () => {
    undo = draft?.drop();
  });
  expect(draft?.text).toBe("saved text");
  await act(async () => undo?.());
  expect(draft?.text).toBe("half a sentence");
  expect(draft?.unsaved).toBe(true);
});

test("a new document is untouched until something is written", async () => {
  stored = null;
  await render(<Probe />);
  expect(draft?.untouched).toBe(true);
  await change("x");
  expect(draft?.untouched).toBe(false);
});

test("typing back what is saved leaves nothing unsaved", async () => {
  await render(<Probe />);
  await change("x");
  await change("saved text");
  expect(draft?.unsaved).toBe(false);
});

test("what another browser typed later is gone on with, and who else writes is told", async () => {
  typedThere = { text: "typed elsewhere", base: 1, at: "2026-11-28T08:00:00Z" };
  await render(<Probe />);
  await settle();
  expect(draft?.text).toBe("typed elsewhere");
  expect(draft?.unsaved).toBe(true);
  expect(draft?.others).toEqual(["Odd Vik"]);
  await save();
  expect(puts.at(-1)).toEqual({ precondition: '"r1"', text: "typed elsewhere" });
});

test("what is typed here later stays, and goes to the server after a pause", async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  typedThere = { text: "older", base: 1, at: "2001-01-01T00:00:00Z" };
  keep("writing.fixes.oil", { text: "newer", etag: '"r1"', at: now() });
  await render(<Probe />);
  await act(async () => vi.advanceTimersByTimeAsync(2_000));
  expect(draft?.text).toBe("newer");
  expect(typedThere?.text).toBe("newer");
  await change("saved text");
  await act(async () => vi.advanceTimersByTimeAsync(2_000));
  expect(typedThere).toBeNull();
  vi.useRealTimers();
});
