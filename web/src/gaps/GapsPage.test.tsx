import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { GapShape, LogGap } from "../api";
import { SignedIn } from "../frame";
import { key, render, server, settle, typeIn } from "../testing/render";
import { signedIn } from "../testing/self";
import { Before } from "./Before";
import { GapsPage } from "./GapsPage";

const shape: GapShape = {
  number: 41,
  message: "plan of deck {deck:number} has a hole",
  count: 3,
  open: 1,
  solved: 2,
  minutes: 50,
  products: ["Berthbook"],
  phases: ["install"],
  agents: ["Siv Aune"],
  samples: ["plan of deck 4 has a hole"],
  cases: [41, 39, 12],
  first: "2026-03-01T10:00:00Z",
  last: "2026-03-04T10:00:00Z",
  logs: 2,
  draft: null,
  hiddenFor: null,
};
const line: LogGap = {
  id: 7,
  message: "lamp of deck {deck:number} is dark",
  logs: ["lamps.log"],
  lines: 12,
  agents: ["Odd Vik"],
  samples: ["lamp of deck 2 is dark"],
  last: "2026-03-04T10:00:00Z",
  draft: null,
  hiddenFor: null,
};
const gaps = { cases: 400, solvedShare: 0.8, unnamedShare: 0.1, shapes: [shape], more: 0, hidden: 0 };
const self = (role: string) => ({
  id: 1,
  login: "x",
  name: "Siv Aune",
  shown: "Siv Aune",
  roles: [role],
  ...signedIn,
});
const author = self("author");

const page = () =>
  render(
    <SignedIn value={author}>
      <GapsPage />
    </SignedIn>,
  );

test("what callers said and what only logs did is one list for the keys", async () => {
  const calls = server({
    "GET /api/gaps?hidden=false": gaps,
    "GET /api/gaps/logs?hidden=false": [line],
    "POST /api/gaps/logs/7/hidden": null,
  });
  const box = await page();
  expect(box.textContent).toContain("met 3 times, 2 solved, 1 open, in 2 logs too");
  expect(screen.getByRole("heading", { name: "Only logs said it" })).toBeTruthy();
  expect(box.textContent).toContain("12 lines in 1 log");
  await key("ArrowDown");
  await key("h");
  const why = screen.getByLabelText("Why it need not be seen");
  await typeIn(why, "a test lamp{Enter}");
  await settle();
  const hidden = calls.find((c) => c.method === "POST");
  expect(hidden?.path).toBe("/api/gaps/logs/7/hidden");
  expect(hidden?.body).toEqual({ reason: "a test lamp" });
});

test("a draft is made of the line that is chosen", async () => {
  const calls = server({
    "GET /api/gaps?hidden=false": { ...gaps, shapes: [] },
    "GET /api/gaps/logs?hidden=false": [line],
    "POST /api/gaps/logs/7/draft": { error: { key: "lamp", title: "Lamp" }, about: null, fixes: [] },
  });
  await page();
  await key("m");
  await settle();
  expect(calls.some((c) => c.path === "/api/gaps/logs/7/draft")).toBe(true);
});

test("a desk that could name everything says so", async () => {
  server({
    "GET /api/gaps?hidden=false": { ...gaps, shapes: [] },
    "GET /api/gaps/logs?hidden=false": [],
  });
  const box = await page();
  expect(box.textContent).toContain("Everything that was met has a runbook.");
  expect(box.textContent).not.toContain("Only logs");
});

const before = (count: number, done: object | null = null) => ({
  done,
  count,
  cases: [12, 9].slice(0, count),
  samples: ["plan of deck 4"],
});

test("cases from before are put under the error in one act and taken back in one", async () => {
  const table: Record<string, unknown> = {
    "GET /api/errors/hole/before": before(2),
    "POST /api/errors/hole/before": { id: "f1", count: 2 },
    "DELETE /api/filings/f1": { id: "f1", count: 2 },
  };
  const calls = server(table);
  const box = await render(
    <SignedIn value={author}>
      <Before error="hole" />
    </SignedIn>,
  );
  expect(box.textContent).toContain("2 earlier cases say the same");
  table["GET /api/errors/hole/before"] = before(0, { id: "f1", count: 2 });
  expect(screen.getByRole("button", { name: /put all 2 under this error/ })).toBeTruthy();
  await key("u");
  await settle();
  expect(box.textContent).toContain("2 cases were put under this error.");
  expect(box.textContent).not.toContain("earlier cases");
  table["GET /api/errors/hole/before"] = before(2);
  screen.getByRole("button", { name: "take that back" }).click();
  await settle();
  expect(calls.some((c) => c.method === "DELETE")).toBe(true);
  expect(box.textContent).toContain("2 earlier cases say the same");
});

test("who does not write is not asked about earlier cases", async () => {
  const calls = server({ "GET /api/errors/hole/before": before(2) });
  const box = await render(
    <SignedIn value={self("agent")}>
      <Before error="hole" />
    </SignedIn>,
  );
  expect(box.textContent).toBe("");
  expect(calls).toHaveLength(0);
});
