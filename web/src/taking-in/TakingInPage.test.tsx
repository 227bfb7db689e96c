import { screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test, vi } from "vitest";
import type { Recognition } from "../api";
import { TakingInDraft } from "../frame";
import { click, key, render, server, settle } from "../testing/render";
import { words } from "../words";
import { TakingInPage } from "./TakingInPage";

const EMPTY = {
  text: "",
  product: "",
  version: "",
  phase: "",
  device: "",
  requester: "",
  reference: "",
  unmasked: [] as string[],
  denied: [] as string[],
  call: "",
  says: "",
};
const found = (over: Partial<Recognition>): Recognition => ({
  codes: [],
  candidates: [],
  firstAid: null,
  asks: [],
  secrets: [],
  micros: 9,
  ...over,
});
const candidate = (error: string, title: string) => ({
  error,
  title,
  probability: 0.9,
  band: "recognised",
  reasons: [],
  captures: {},
  called: {},
});
const cleared = vi.fn();

/** The page with a draft that was pasted. */
function Page({ text, product = "" }: { text: string; product?: string }) {
  const [draft, setDraft] = useState({ ...EMPTY, text, product, device: "till-nor-03" });
  return (
    <TakingInDraft
      value={{
        draft,
        change: (next) => setDraft({ ...draft, ...next }),
        below: () => undefined,
        practise: () => undefined,
        clear: cleared,
        pastes: 1,
        pasted: () => undefined,
      }}
    >
      <TakingInPage />
    </TakingInDraft>
  );
}

const TABLE = {
  "GET /api/library/words": { products: [], facts: [], needs: [] },
  "GET /api/errors/till-full/plan": { mode: "authored", ordered: [] },
  "GET /api/errors/till-read-only/plan": { mode: "authored", ordered: [] },
  "POST /api/cases": { number: 7 },
};

async function page(
  answer: Recognition,
  text = "it said PD-4012\nand more",
): Promise<{ place: HTMLElement; calls: ReturnType<typeof server> }> {
  cleared.mockClear();
  const calls = server({ ...TABLE, "POST /api/recognitions": answer });
  const place = await render(<Page text={text} />);
  await settle();
  return { place, calls };
}

test("digits open a case about the candidate, with all that is known, and the draft is done with", async () => {
  const { calls } = await page(
    found({
      candidates: [candidate("till-full", "Till full"), candidate("till-read-only", "Till read-only")],
    }),
  );
  expect(screen.getAllByRole("button", { name: /^[12]Till/ })).toHaveLength(2);
  await key("2");
  const opened = calls.find((x) => x.path === "/api/cases");
  expect(opened?.body).toMatchObject({
    error: "till-read-only",
    text: "it said PD-4012\nand more",
    device: "till-nor-03",
  });
  expect(cleared).toHaveBeenCalledTimes(1);
});

test("the arrows choose, down to none of these, and Enter opens", async () => {
  const { calls } = await page(found({ candidates: [candidate("till-full", "Till full")] }));
  await key("ArrowDown");
  await key("ArrowDown");
  await key("Enter");
  expect(calls.find((x) => x.path === "/api/cases")?.body?.error).toBeNull();
});

test("none of these is always there, with first aid where the library has some", async () => {
  const { place, calls } = await page(
    found({ firstAid: { error: "first-aid-till", title: "First aid for tills" } }),
  );
  expect(place.textContent).toContain("Nothing in the library looks like this.");
  expect(place.textContent).toContain("open it with First aid for tills");
  await key("0");
  expect(calls.find((x) => x.path === "/api/cases")?.body?.error).toBe("first-aid-till");
});

test("codes are explained beside the text", async () => {
  const { place } = await page(
    found({
      codes: [
        { raw: "PD-4012", canonical: "PD-4012", kind: "symbolic", explained: "", span: [8, 15] },
        {
          raw: "137",
          canonical: "exit 137",
          kind: "exit",
          explained: "ended by signal KILL",
          span: [17, 20],
        },
      ],
    }),
  );
  expect(place.textContent).toContain("PD-4012 a code of its own");
  expect(place.textContent).toContain("137 ended by signal KILL");
});

test("an empty text asks nothing of the server and says what will happen", async () => {
  const { place, calls } = await page(found({}), "");
  expect(calls.some((x) => x.path === "/api/recognitions")).toBe(false);
  expect(place.textContent).toContain("As soon as there is something to read");
  await key("0");
  expect(calls.some((x) => x.path === "/api/cases")).toBe(false);
});

test("a text over the limit is not sent, and says how long it is", async () => {
  const { calls } = await page(found({}), "x".repeat(1_000_001));
  expect(screen.getByRole("alert").textContent).toContain("1,000,001 characters");
  expect(calls.some((x) => x.path === "/api/recognitions")).toBe(false);
});

test("what is typed is found by its words, too", async () => {
  cleared.mockClear();
  server({
    ...TABLE,
    "POST /api/recognitions": found({}),
    "GET /api/find?q=Norrholm&product=&phase=&state=&health=&from=0": {
      total: 7,
      more: false,
      loose: false,
      reading: null,
      hits: [
        {
          kind: "case",
          key: null,
          number: 12,
          title: "Till full",
          excerpt: "",
          product: "Purserdesk",
          phases: "update",
          state: "open",
          at: 0,
        },
      ],
    },
  });
  const place = await render(<Page text="Norrholm" />);
  await settle();
  expect(place.textContent).toContain("all 7");
  expect(place.querySelector("a[href='/case/12']")).not.toBeNull();
  expect(place.textContent).toContain("case 12 · Purserdesk");
  // below the known errors and none of these, the arrows go on to what was found
  await key("ArrowDown");
  expect(place.querySelector(".hit.chosen a[href='/case/12']")).not.toBeNull();
  await key("ArrowDown");
  expect(place.querySelector(".hit.chosen")).not.toBeNull();
  await key("ArrowUp");
  expect(place.querySelector(".hit.chosen")).toBeNull();
  expect(place.querySelector(".candidate.none.chosen")).not.toBeNull();
});

test("a secret is shown as masked, and what the agent says is none goes with the case", async () => {
  const text = "it said password=Tide77\nand more";
  const { calls } = await page(
    found({
      candidates: [candidate("till-full", "Till full")],
      secrets: [{ kind: "password", span: [17, 23] }],
    }),
    text,
  );
  const drawn = (as: string) => screen.getAllByText("Tide77").filter((e) => e.className.includes(as));
  expect(drawn("masked")).toHaveLength(1);
  expect(drawn("drawn-secret")).toHaveLength(1);
  await click(screen.getByRole("button", { name: words.takingIn.secrets.keep }));
  expect(drawn("masked")).toHaveLength(0);
  await key("1");
  expect(calls.find((x) => x.path === "/api/cases")?.body?.unmasked).toEqual(["Tide77"]);
});

test("what would separate close candidates is asked, and an answer is one press", async () => {
  const { place, calls } = await page(
    found({
      candidates: [candidate("till-full", "Till full"), candidate("till-read-only", "Till read-only")],
      asks: [
        {
          kind: "phase",
          saves: 0.5,
          answers: [
            { value: "update", favours: ["till-full"] },
            { value: "launch", favours: ["till-read-only"] },
          ],
        },
        {
          kind: "remark",
          saves: 0,
          answers: [{ value: "there the code is PD-4013", favours: ["till-full"] }],
        },
      ],
    }),
  );
  expect(place.textContent).toContain("What was being done?");
  expect(place.textContent).toContain("launch → 2");
  expect(place.textContent).toContain("there the code is PD-4013");
  await key("6");
  await settle();
  expect(calls.filter((x) => x.path === "/api/recognitions").at(-1)?.body?.phase).toBe("update");
});

test("a guess says that it is one, and a word that it does not say is remembered", async () => {
  const guess = (error: string, title: string) => ({
    ...candidate(error, title),
    band: "guess",
    probability: 0.1,
    reasons: [{ kind: "told", text: "Update", span: [] }],
  });
  const { place, calls } = await page(
    found({
      candidates: [guess("till-full", "Till full"), guess("till-read-only", "Till read-only")],
      asks: [
        {
          kind: "word",
          saves: 0.4,
          answers: [
            { value: "room", favours: ["till-full"] },
            { value: "", favours: ["till-read-only"] },
          ],
        },
      ],
    }),
  );
  expect(place.textContent).toContain("Nothing fits well. Guesses, the likeliest first:");
  expect(place.textContent).toContain("speaks of update");
  expect(place.textContent).toContain("Does it also say \u201croom\u201d?");
  await key("7");
  await settle();
  expect(calls.filter((x) => x.path === "/api/recognitions").at(-1)?.body?.denied).toEqual(["room"]);
  expect(place.textContent).toContain("It does not say room");
  await click(screen.getByRole("button", { name: words.takingIn.takeBack }));
  expect(place.textContent).not.toContain("It does not say");
});

test("a log's line goes beside what was typed, which is not lost", async () => {
  cleared.mockClear();
  const line = "Not enough room in /var/stage";
  const scan = {
    id: "a",
    name: "till.log",
    state: "done",
    done: 1,
    total: 1,
    problem: "",
    findings: {
      bytes: 9,
      lines: 9,
      known: [
        {
          error: "till-full",
          title: "Till full",
          count: 1,
          firstLine: 3,
          lastLine: 3,
          excerpts: [{ line: 3, text: line, captures: {} }],
          runs: [],
          marks: [3],
        },
      ],
      unknown: [],
      moreShapes: 0,
      firstFailure: 3,
      before: [],
    },
  };
  const calls = server({
    ...TABLE,
    "POST /api/recognitions": found({}),
    "POST /api/cases/7/texts": { number: 7 },
    "GET /api/scans": [scan],
    "GET /api/scans/a": scan,
    "GET /api/cases": [],
  });
  const place = await render(<Page text="the bar stops at the last third" />);
  await settle();
  await click(screen.getByRole("button", { name: words.takingIn.log.show }));
  await settle();
  expect(place.textContent).toContain("the bar stops at the last third");
  await key("1");
  await settle();
  expect(calls.find((x) => x.path === "/api/cases" && x.body)?.body).toMatchObject({
    error: "till-full",
    text: "the bar stops at the last third",
  });
  expect(calls.find((x) => x.path === "/api/cases/7/texts")?.body?.text).toBe(line);
});

test("where nothing fits, what else is known of the chosen product is one press away", async () => {
  cleared.mockClear();
  const entry = (key: string, title: string, firstAid = false) => ({
    key,
    title,
    firstAid,
    fixes: [],
    phases: [],
    products: ["Purserdesk"],
    signatures: [],
  });
  const calls = server({
    ...TABLE,
    "POST /api/recognitions": found({}),
    "GET /api/errors?limit=200&product=Purserdesk": [
      entry("till-full", "Till full"),
      entry("first-aid-till", "First aid for tills", true),
    ],
  });
  const place = await render(<Page text="it hums" product="Purserdesk" />);
  await settle();
  expect(place.textContent).toContain("What else is known of Purserdesk");
  expect(place.textContent).not.toContain("First aid for tills");
  // past "none of these" the arrows lead to them
  await key("ArrowDown");
  expect(screen.getByRole("button", { name: "Till full" }).className).toContain("chosen");
  await key("Enter");
  expect(calls.find((x) => x.path === "/api/cases" && x.body)?.body?.error).toBe("till-full");
});

test("where nothing fits, cases that sound alike are shown, and a case that somebody put alike is a reason", async () => {
  const said = "the wall sleeps";
  const alike = (number: number, status: string, title: string | null) => ({
    number,
    text: `the wall sleeps, ${number}`,
    error: title && "board-dark",
    title,
    status,
    agent: "Runa Holm",
    at: "2026-11-20T09:00:00Z",
    counts: true,
    takenOutBy: null,
  });
  server({
    ...TABLE,
    "POST /api/recognitions": found({
      candidates: [
        {
          ...candidate("board-dark", "Board stays dark"),
          probability: 0.2,
          band: "guess",
          reasons: [{ kind: "case", text: "4711", span: [] }],
        },
      ],
    }),
    "POST /api/recognitions/alike": [
      alike(31, "open", null),
      alike(30, "solved", "Board stays dark"),
      { ...alike(29, "solved", "Nobody hears the gong"), error: "gong-silent" },
    ],
  });
  const place = await render(<Page text={said} />);
  await settle();
  expect(place.textContent).toContain("somebody put it like this in case 4711");
  expect(place.textContent).toContain("Case 31 · the wall sleeps, 31 open, Runa Holm");
  expect(place.textContent).toContain("solved: Nobody hears the gong");
  expect(place.textContent).not.toContain("Case 30");
});
