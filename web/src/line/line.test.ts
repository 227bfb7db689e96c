import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { sentBy } from "./kept";
import { begin } from "./line";

const PAGE = (
  step: number,
  more = "",
) => `<main data-state="step" data-step="${step}" data-item="" data-code="abcd">
<h1>Step ${step}</h1>
<form action="/show/abcd" method="post" data-kind="output"><input type="hidden" name="step" value="${step}">
<textarea id="output-text" name="text"></textarea><button>Send</button></form>
<form action="/show/abcd" method="post" data-kind="done"><input type="hidden" name="step" value="${step}"><button>Done</button></form>
<div class="picture" hidden></div>${more}</main>`;

interface Sent {
  path: string;
  body: Record<string, unknown>;
}

let sent: Sent[] = [];
let page = { html: "", tag: "" };
/** What the next answers are answered with; 0 is a line that is cut. */
let statuses: number[] = [];
let cut = false;
let stop: () => void = () => undefined;

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  sent = [];
  statuses = [];
  cut = false;
  page = { html: PAGE(1), tag: '"1"' };
  document.body.innerHTML = `${PAGE(1)}<p id="state" role="status"></p>`;
  window.scrollTo = () => undefined;
  vi.stubGlobal(
    "fetch",
    vi.fn(async (path: string, init: RequestInit = {}) => {
      if (cut) throw new TypeError("no line");
      await Promise.resolve();
      if (init.method === "POST") {
        const status = statuses.shift() ?? 204;
        if (status === 0) throw new TypeError("no line");
        sent.push({ path, body: JSON.parse(String(init.body)) as Record<string, unknown> });
        return status === 204
          ? new Response(null, { status })
          : new Response(JSON.stringify({ detail: "The desk has ended this." }), { status });
      }
      const known = (init.headers as Record<string, string> | undefined)?.["If-None-Match"];
      return known === page.tag
        ? new Response(null, { status: 304 })
        : new Response(page.html, { status: 200, headers: { ETag: page.tag } });
    }),
  );
});
afterEach(() => {
  stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  document.body.innerHTML = "";
});

const state = () => document.getElementById("state")?.textContent;
const box = () => document.querySelector("textarea") as HTMLTextAreaElement;
const type = (text: string) => {
  box().value = text;
  box().dispatchEvent(new Event("input", { bubbles: true }));
};
const submit = (kind: string) =>
  document
    .querySelector(`form[data-kind="${kind}"]`)
    ?.dispatchEvent(new SubmitEvent("submit", { bubbles: true, cancelable: true }));
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

test("what is typed is sent once and the page goes on by itself", async () => {
  stop = begin();
  await pass(10);
  type("room 12 GB");
  submit("output");
  await pass(10);
  expect(sent).toHaveLength(1);
  expect(sent[0]?.path).toBe("/api/shown/abcd");
  expect(sent[0]?.body).toMatchObject({ kind: "output", step: 1, text: "room 12 GB" });
  expect(box().value).toBe("");
  page = { html: PAGE(2), tag: '"2"' };
  await pass(2_000);
  expect(document.querySelector("h1")?.textContent).toBe("Step 2");
});

test("over a line that is cut nothing is lost and nothing doubled", async () => {
  stop = begin();
  await pass(10);
  cut = true;
  type("seal T-77");
  submit("output");
  submit("done");
  submit("done");
  await pass(10);
  expect(state()).toContain("kept here");
  // the page is loaded again meanwhile
  stop();
  document.body.innerHTML = `${PAGE(1)}<p id="state" role="status"></p>`;
  stop = begin();
  await pass(5_000);
  expect(sent).toHaveLength(0);
  cut = false;
  // it arrives, and the answer to it does not: sent again it is the same one
  window.dispatchEvent(new Event("online"));
  await pass(20_000);
  expect(sent.map((s) => s.body.kind)).toEqual(["output", "done"]);
  expect(new Set(sent.map((s) => s.body.id)).size).toBe(2);
  expect(localStorage.getItem("mendak.line.abcd")).toBeNull();
});

test("an answer whose own answer was lost is sent again under the same id", async () => {
  stop = begin();
  await pass(10);
  statuses = [503, 429, 204];
  submit("done");
  await pass(30_000);
  expect(sent).toHaveLength(3);
  expect(new Set(sent.map((s) => s.body.id)).size).toBe(1);
});

test("what is refused goes back to where it was typed, and says why", async () => {
  stop = begin();
  await pass(10);
  statuses = [404];
  type("late words");
  submit("output");
  await pass(10);
  expect(state()).toBe("The desk has ended this.");
  expect(box().value).toBe("late words");
  expect(localStorage.getItem("mendak.line.abcd")).toBeNull();
});

test("half typed words outlive a reload and a page that is drawn anew under them", async () => {
  stop = begin();
  await pass(10);
  box().focus();
  type("half a w");
  page = { html: PAGE(1, "<p>new</p>"), tag: '"9"' };
  await pass(2_100);
  expect(document.body.textContent).toContain("new");
  expect(box().value).toBe("half a w");
  expect(document.activeElement).toBe(box());
  stop();
  document.body.innerHTML = `${PAGE(1)}<p id="state"></p>`;
  stop = begin();
  expect(box().value).toBe("half a w");
  // another step has its own
  page = { html: PAGE(2), tag: '"10"' };
  await pass(2_100);
  expect(box().value).toBe("");
});

test("no more is kept than a page may send, and that is said", async () => {
  stop = begin();
  await pass(10);
  cut = true;
  for (let i = 0; i < 21; i++) {
    type(`words ${i}`);
    submit("output");
  }
  await pass(10);
  expect((JSON.parse(localStorage.getItem("mendak.line.abcd") ?? "[]") as unknown[]).length).toBe(20);
  expect(box().value).toBe("words 20");
});

test("where the browser keeps nothing, what is tapped is sent all the same", async () => {
  vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full");
  });
  stop = begin();
  await pass(10);
  cut = true;
  type("half a word");
  submit("output");
  await pass(10);
  expect(state()).toContain("kept here");
  cut = false;
  window.dispatchEvent(new Event("online"));
  await pass(20_000);
  expect(sent.map((s) => s.body.text)).toEqual(["half a word"]);
});

test("what a status means", () => {
  expect(sentBy(204, "")).toEqual({ ok: true });
  for (const later of [0, 408, 429, 500, 503]) expect(sentBy(later, "")).toEqual({ ok: false, again: true });
  expect(sentBy(422, "why")).toEqual({ ok: false, again: false, why: "why" });
});
