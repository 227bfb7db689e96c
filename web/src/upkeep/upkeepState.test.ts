import { expect, test } from "vitest";
import type { UpkeepItem } from "../api";
import { dayAhead, figuresOf, givenTo, markOf, mendedAt, sectionsOf } from "./upkeepState";

const item = (more: Partial<UpkeepItem>): UpkeepItem => ({
  item: "unused/fixes/oil",
  kind: "unused",
  folder: "fixes",
  key: "oil",
  title: "Oil it",
  number: null,
  why: "",
  remedy: "",
  owner: null,
  ownerName: null,
  mine: false,
  due: null,
  overdue: false,
  snoozed: null,
  note: "",
  ...more,
});

test("it is mended in its document, or at its case", () => {
  expect(mendedAt(item({}))).toBe("/write/fixes/oil");
  expect(mendedAt(item({ folder: null, number: 7 }))).toBe("/case/7");
});

test("what comes from the evidence leads to its figures", () => {
  expect(figuresOf(item({}))).toBeNull();
  expect(figuresOf(item({ kind: "drifting", item: "drifting/fixes/oil/dark" }))).toBe("/evidence/dark");
});

test("what is overdue has a place of its own above its kind", () => {
  const all = [item({ item: "a", overdue: true }), item({ item: "b" }), item({ item: "c" })];
  expect(sectionsOf(all).map((s) => `${s.title} ${s.items.length}`)).toEqual([
    "Overdue 1",
    "Used by nothing 2",
  ]);
});

test("to change one thing is to say the others as they stand", () => {
  expect(markOf(item({ owner: "liv", due: "2026-12-01" }))).toEqual({
    item: "unused/fixes/oil",
    owner: "liv",
    seenOwner: "liv",
    due: "2026-12-01",
    snoozed: null,
    note: "",
  });
});

test("who has it can be chosen though the others alone are asked for", () => {
  const readers = [{ login: "una", name: "Una" }];
  expect(givenTo(item({}), readers)).toEqual([{ value: "una", label: "Una" }]);
  expect(givenTo(item({ owner: "liv", ownerName: "Liv", mine: true }), readers)[0]).toEqual({
    value: "liv",
    label: "yours",
  });
});

test("a month ahead is a day of the calendar", () => {
  expect(dayAhead(new Date(2026, 10, 28, 12).getTime(), 30)).toBe("2026-12-28");
});
