import { expect, test } from "vitest";
import type { ErrorLine } from "../api";
import { productName, shelves } from "./shelves";

const line = (key: string, products: string[], phase: string, more: Partial<ErrorLine> = {}): ErrorLine => ({
  key,
  title: `Title of ${key}`,
  phases: [phase],
  products,
  signatures: [{ kind: "code", text: "PD-4012" }],
  fixes: [],
  firstAid: false,
  ...more,
});

test("a range stands with its product", () => {
  expect(
    ["Purserdesk 5.2 or later", "Quayscan 3.x", "Watchbill Desk", "Leadline 8.0 to 8.1"].map(productName),
  ).toEqual(["Purserdesk", "Quayscan", "Watchbill Desk", "Leadline"]);
});

test("shelves by product, boards in the order of the work, first aid last", () => {
  const all = shelves([
    line("b", ["Purserdesk 5.2 or later", "Quayscan"], "launch"),
    line("a", ["Purserdesk"], "install"),
    line("aid", ["Purserdesk"], "install", { firstAid: true }),
  ]);
  expect(all.map((s) => s.product)).toEqual(["Purserdesk", "Quayscan"]);
  expect(all[0]?.boards.map((b) => [b.phase, b.errors.map((e) => e.key)])).toEqual([
    ["install", ["a"]],
    ["launch", ["b"]],
    ["first aid", ["aid"]],
  ]);
});
