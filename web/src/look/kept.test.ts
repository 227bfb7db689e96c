import { beforeEach, expect, test } from "vitest";
import { keep, keepFor, kept } from "./kept";

beforeEach(() => localStorage.clear());

test("keeps values of one person from another", () => {
  keepFor("runa");
  keep("taking-in", { text: "PD-4012" });
  keepFor("ines");
  expect(kept("taking-in", null)).toBeNull();
  keepFor("runa");
  expect(kept("taking-in", null)).toEqual({ text: "PD-4012" });
});

test("an empty text takes it away, and what cannot be read counts as nothing", () => {
  keepFor("runa");
  keep("note", "x");
  keep("note", "");
  expect(kept("note", "none")).toBe("none");
  localStorage.setItem("mendak.kept.runa.note", "{broken");
  expect(kept("note", "none")).toBe("none");
});
