import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { UpkeepItem } from "../api";
import { SignedIn } from "../frame";
import { key, render, server } from "../testing/render";
import { signedIn } from "../testing/self";
import { UpkeepPage } from "./UpkeepPage";

const item = (over: Partial<UpkeepItem>): UpkeepItem => ({
  item: "drifting/fixes/free-it/till-full",
  kind: "drifting",
  folder: "fixes",
  key: "free-it",
  title: "Free it",
  number: null,
  why: "it helped in 9 of 10 tries, since version 5.4 in 0 of 8",
  remedy: "mend its steps",
  owner: null,
  ownerName: null,
  mine: false,
  due: null,
  overdue: false,
  snoozed: null,
  note: "",
  ...over,
});
const list = (...items: UpkeepItem[]) => ({
  total: items.length,
  snoozed: 0,
  counts: [],
  items,
  looked: null,
});

const page = (role = "author") =>
  render(
    <SignedIn
      value={{
        id: 1,
        login: "siv",
        name: "Siv Aune",
        shown: "Siv Aune",
        roles: [role],
        ...signedIn,
      }}
    >
      <UpkeepPage />
    </SignedIn>,
  );

test("what wants looking after says why, and is taken and put off by keys", async () => {
  const second = item({ item: "unused/fixes/b", kind: "unused", key: "b", title: "Second" });
  const calls = server({
    "GET /api/upkeep?snoozed=false": list(item({}), second),
    "PUT /api/upkeep/marks": item({ owner: "siv", mine: true }),
  });
  const box = await page();
  expect(box.textContent).toContain("2 things want looking after");
  expect(box.textContent).toContain("since version 5.4 in 0 of 8");
  await key("t");
  const taken = calls.find((c) => c.method === "PUT");
  expect(taken?.body).toMatchObject({
    item: "drifting/fixes/free-it/till-full",
    owner: "siv",
    seenOwner: null,
  });
  await key("ArrowDown");
  await key("s");
  const later = calls.filter((c) => c.method === "PUT")[1];
  expect(later?.body?.item).toBe("unused/fixes/b");
  expect(later?.body?.snoozed).toMatch(/^\d{4}-\d{2}-\d{2}$/);
});

test("thousands are told with their separator, and of what is put off one says so", async () => {
  server({ "GET /api/upkeep?snoozed=false": { ...list(item({})), total: 5212, snoozed: 4 } });
  const box = await page();
  expect(box.textContent).toContain("5,212 things want looking after");
  expect(screen.getByRole("button", { name: "4 put off" })).toBeTruthy();
});

test("while all documents are looked through it says how far that is, and nothing of their state", async () => {
  server({ "GET /api/upkeep?snoozed=false": { ...list(), looked: 37 } });
  const box = await page();
  expect(box.textContent).toContain("looked through: 37 %");
  expect(box.textContent).not.toContain("Nothing wants looking after");
});

test("a library in good order says so", async () => {
  server({ "GET /api/upkeep?snoozed=false": list() });
  expect((await page()).textContent).toContain("Nothing wants looking after.");
});

test("a list that cannot be read can be asked for again", async () => {
  server({});
  await page();
  expect(screen.getByRole("alert").textContent).toContain("no GET /api/upkeep");
});

test("who does not write is led away", async () => {
  server({ "GET /api/upkeep?snoozed=false": list(item({})) });
  expect((await page("agent")).textContent).toBe("");
});
