import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { DeskEvidence, ErrorEvidence, FixEvidence } from "../api";
import { SignedIn } from "../frame";
import { click, key, render, server, settle } from "../testing/render";
import { signedIn } from "../testing/self";
import { words } from "../words";
import { ErrorEvidencePage } from "./ErrorEvidencePage";
import { EvidencePage } from "./EvidencePage";

const fix = (key: string, title: string, over: Partial<FixEvidence> = {}): FixEvidence => ({
  key,
  title,
  tried: 40,
  worked: 21,
  held: 20,
  triedFirst: 10,
  workedFirst: 6,
  together: 0,
  credit: 0,
  chance: 0.5,
  low: 0.4,
  high: 0.6,
  share: 0.5,
  shareLow: 0.4,
  shareHigh: 0.6,
  minutes: 5,
  authoredMinutes: 4,
  byMonth: [
    { month: "2026-03", tried: 20, held: 14, low: 0.5, high: 0.8 },
    { month: "2026-04", tried: 20, held: 6, low: 0.2, high: 0.4 },
  ],
  change: null,
  ruleOut: false,
  afterRestart: null,
  caseNumbers: [7, 8],
  ...over,
});

const placed = (key: string, title: string) => ({
  key,
  title,
  chance: 0.5,
  minutes: 5,
  reasons: [{ code: "by-hand" as const, values: {} }],
});

const EVIDENCE: ErrorEvidence = {
  error: "till-full",
  title: "Till full",
  chosen: 60,
  cases: 58,
  solved: 41,
  measured: true,
  littleEvidence: false,
  oneOrder: true,
  since: "2026-03",
  handOverMinutes: 45,
  fixes: [
    fix("queue", "Free the queue", {
      tried: 50,
      held: 1,
      worked: 1,
      ruleOut: true,
      together: 4,
      credit: 0.31,
    }),
    fix("empty", "Empty it", {
      change: {
        fell: true,
        release: "5.4",
        month: "2026-04",
        heldBefore: 14,
        triedBefore: 20,
        heldSince: 6,
        triedSince: 20,
        factor: 30,
        caseNumbers: [8],
      },
      afterRestart: 0.4,
    }),
  ],
  order: {
    authored: [placed("queue", "Free the queue"), placed("empty", "Empty it")],
    measured: [placed("empty", "Empty it"), placed("queue", "Free the queue")],
    handOverAfter: 1,
    minutesAuthored: 20,
    minutesMeasured: 14,
    savedACase: 6,
    casesAMonth: 9,
    savedAMonth: 54,
    changes: true,
  },
  releases: [{ version: "5.4", month: "2026-04" }],
  forWhom: [
    {
      fact: "device.image",
      title: "Image",
      values: [
        {
          value: "7.1",
          cases: 30,
          counts: [
            { tried: 20, held: 1 },
            { tried: 18, held: 12 },
          ],
        },
        {
          value: "7.2",
          cases: 28,
          counts: [
            { tried: 20, held: 0 },
            { tried: 22, held: 8 },
          ],
        },
      ],
    },
  ],
  teaching: [{ key: "empty", title: "Empty it", tried: 40, triedFirst: 0, chance: 0.5, high: 0.7 }],
  choices: {
    products: ["Purserdesk"],
    agents: [
      { id: 1, name: "Runa Holm" },
      { id: 3, name: "Odd Vik" },
    ],
    facts: [],
  },
};

const PATH = "GET /api/errors//evidence";
const TRIES = {
  fix: "empty",
  total: 2,
  tries: [
    { caseNumber: 7, month: "2026-03", version: "5.3", first: true, held: true, minutes: 4 },
    { caseNumber: 8, month: "2026-04", version: "5.4", first: false, held: false, minutes: null },
  ],
};

async function shown(roles: string[], e: ErrorEvidence = EVIDENCE, table: Record<string, unknown> = {}) {
  const calls = server({
    [PATH]: e,
    "GET /api/errors/till-full/evidence/tries?fix=empty": TRIES,
    "GET /api/errors/till-full/evidence/tries?fix=queue": { ...TRIES, fix: "queue", total: 2_500 },
    ...table,
  });
  const place = await render(
    <SignedIn
      value={{
        id: 1,
        login: "x",
        name: "X",
        shown: "X",
        roles,
        ...signedIn,
      }}
    >
      <ErrorEvidencePage />
    </SignedIn>,
  );
  await settle();
  return { place, calls };
}

/** The fix that is chosen, as it is shown. */
const chosen = () => screen.getByRole("button", { pressed: true }).textContent;
/** The cases of the tries that are shown. */
const tries = () => screen.getAllByRole("link", { name: /^\d+$/ }).map((a) => a.textContent);
const leadsTo = (address: string) =>
  screen.getAllByRole("link").some((a) => a.getAttribute("href") === address);

test("begins with the fix that fell, names the release, and opens the cases since", async () => {
  const { place } = await shown(["agent"]);
  expect(chosen()).toContain("Empty it");
  expect(place.textContent).toContain("Fell from 7 in 10 to 3 in 10 with 5.4 (20 tries since)");
  expect(place.textContent).toContain("Where the plain restart did not help, it still ends about 4 in 10");
  expect(tries()).toEqual(["7", "8"]);
  await click(screen.getByRole("button", { name: words.evidence.error.seeCases }));
  expect(tries()).toEqual(["8"]);
});

test("a digit chooses a fix, f turns to the first step, a month shows its tries", async () => {
  const { place } = await shown(["agent"]);
  await key("1");
  expect(chosen()).toContain("Free the queue");
  expect(chosen()).toContain("with others 0.3 of 4");
  expect(place.textContent).toContain(
    "4 cases more ended with other fixes before one retest, about 0.3 of them by this one",
  );
  await key("f");
  expect(place.textContent).toContain("chance that it ends a case as the first step");
  expect(chosen()).toContain("6 of 10");
  expect(place.textContent).toContain("The newest 2 of 2500 tries");
  await click(screen.getByLabelText("Mar 2026: 14 of 20 held"));
  expect(tries()).toEqual(["7"]);
  expect(place.textContent).toContain("Tries in Mar 2026");
});

test("an author makes a draft with one key", async () => {
  const { place, calls } = await shown(["agent", "author"], EVIDENCE, {
    "POST /api/errors/till-full/evidence/draft": { key: "till-full" },
  });
  expect(place.textContent).toContain("Measured order: 14.0 min expected, author's: 20.0 min.");
  expect(place.textContent).toContain("At 9 cases a month that is about 54 min a month.");
  await key("d");
  await settle();
  expect(calls.find((c) => c.method === "POST")?.body).toEqual({ ruleOut: null });
  expect(place.textContent).toContain("it is not published");
  expect(leadsTo("/write/errors/till-full")).toBe(true);
});

test("an agent is offered no draft", async () => {
  const agent = await shown(["agent"]);
  expect(agent.place.textContent).not.toContain("Make it a draft");
  expect(agent.place.textContent).not.toContain("Rule it out here?");
});

test("how it was computed opens by a key, and what is unsure is said", async () => {
  const { place } = await shown(["agent"]);
  expect(place.textContent).not.toContain("From 58 cases");
  await key("h");
  expect(place.textContent).toContain("From 58 cases");
  expect(place.textContent).toContain("“Empty it” was never tried first in 40 tries");
  expect(place.textContent).toContain("Nearly all cases were worked in the same order");
});

test("too little says what is missing", async () => {
  const little = await shown(["agent"], { ...EVIDENCE, measured: false, littleEvidence: true, solved: 2 });
  expect(little.place.textContent).toContain("little evidence");
  expect(little.place.textContent).toContain("2 cases were ended by one of these fixes, five are needed");
});

test("nothing says what to do", async () => {
  const none = await shown(["agent"], { ...EVIDENCE, chosen: 0, since: null });
  expect(none.place.textContent).toContain("No case of this error yet");
});

const DESK: DeskEvidence = {
  reading: null,
  errorsInAll: 1,
  chosen: 60,
  cases: 58,
  solved: 41,
  firstFix: 29,
  held: 40,
  savedAMonth: 54,
  quartiles: [5, 9, 14, 23],
  failed: [],
  bins: [
    { upTo: 5, cases: 20 },
    { upTo: null, cases: 1 },
  ],
  months: [{ month: "2026-03", cases: 58, solved: 41, firstFix: 29, held: 40, median: 9 }],
  changes: [
    {
      error: "till-full",
      of: "Till full",
      fix: "empty",
      title: "Empty it",
      fell: true,
      release: "5.4",
      month: "2026-04",
      before: 0.7,
      since: 0.3,
      factor: 30,
    },
  ],
  errors: [
    {
      error: "till-full",
      title: "Till full",
      cases: 58,
      solved: 41,
      measured: true,
      littleEvidence: false,
      minutesMeasured: 14,
      minutesAuthored: 20,
      casesAMonth: 9,
      savedAMonth: 54,
      orderDiffers: true,
      ruleOut: ["Free the queue"],
    },
  ],
  choices: { products: ["Purserdesk"], agents: [{ id: 1, name: "Runa Holm" }], facts: [] },
};

test("the desk in one sentence, each number of which opens how it was computed", async () => {
  server({ "GET /api/evidence/desk": DESK });
  const place = await render(<EvidencePage />);
  await settle();
  expect(place.getElementsByClassName("evidence-summary")[0]?.textContent).toBe(
    "58 cases since Mar 2026. The first fix ended 50 % of them, 98 % of the solved held; half took at most 9 min, nine in ten 23 min. The measured orders save about 54 min a month against the authors'.",
  );
  await click(screen.getByRole("button", { name: "The first fix ended 50 % of them" }));
  expect(place.textContent).toContain("Fixes that were skipped");
  expect(place.textContent).toContain("14.0 min instead of 20.0 min · 54 min a month");
  expect(place.textContent).toContain("Fell from 70 % to 30 % with 5.4");
  expect(leadsTo("/evidence/till-full")).toBe(true);
});

test("while years of cases are read it says how far it is, and then shows what they say", async () => {
  const answers: Record<string, unknown> = {
    "GET /api/evidence/desk": {
      ...DESK,
      reading: { done: 340_000, total: 1_000_000 },
      cases: 0,
      changes: [],
      errors: [],
    },
  };
  server(answers);
  const place = await render(<EvidencePage />);
  await settle();
  expect(screen.getByRole<HTMLProgressElement>("progressbar").value).toBe(34);
  expect(place.textContent).toContain("34 % so far. It goes on if you leave.");
  expect(place.textContent).not.toContain("Evidence comes by itself");
  answers["GET /api/evidence/desk"] = { ...DESK, errorsInAll: 20_000 };
  await vi.waitFor(() => expect(place.textContent).toContain("58 cases since Mar 2026"), 3_000);
  expect(screen.queryByRole("progressbar")).toBeNull();
  expect(place.textContent).toContain("the CSV has all 20,000");
});

test("a desk without cases says where evidence comes from", async () => {
  server({ "GET /api/evidence/desk": { ...DESK, cases: 0, changes: [], errors: [] } });
  const place = await render(<EvidencePage />);
  await settle();
  expect(place.textContent).toContain("Evidence comes by itself");
});
