import { expect, test } from "vitest";
import type { FoundHit } from "../api";
import { looksTyped, openedAt, whereOf } from "./findState";

const hit = (more: Partial<FoundHit>): FoundHit => ({
  kind: "case",
  key: null,
  number: 12,
  title: "Gangway lamp",
  excerpt: "",
  product: "Watchbill",
  phases: "launch update",
  state: "open",
  at: 0,
  ...more,
});

test("each thing is opened where it stands", () => {
  expect(openedAt(hit({}))).toBe("/case/12");
  expect(openedAt(hit({ kind: "error", key: "lamp", number: null }))).toBe("/library/errors/lamp");
  expect(openedAt(hit({ kind: "fix", key: "oil", number: null }))).toBe("/library/fixes/oil");
  expect(openedAt(hit({ kind: "step", key: "oil", number: 3 }))).toBe("/library/fixes/oil#step-3");
});

test("beside its title stands what tells it apart", () => {
  expect(whereOf(hit({}))).toMatch(/^case 12 · Watchbill · /);
  expect(whereOf(hit({ kind: "step", number: 3, product: "", phases: "", state: "" }))).toBe("step 3");
});

test("a pasted text is not looked up by its words", () => {
  expect(looksTyped("lamp")).toBe(true);
  expect(looksTyped("a")).toBe(false);
  expect(looksTyped("one\ntwo")).toBe(false);
  expect(looksTyped("x".repeat(81))).toBe(false);
});
