import { expect, test } from "vitest";
import type { Case, Question, Words } from "../../api";
import { addable } from "./addable";

const vocabulary = {
  products: [{ name: "Tidewall", about: "", versions: ["4.0", "4.1"] }],
  facts: [
    { id: "rain", title: "Is it raining?", choices: ["yes", "no"], how: "", minutes: 1 },
    { id: "lamp", title: "Lamp", choices: [], how: "on the left", minutes: 1 },
    { id: "role", title: "What it is", choices: [], how: "", minutes: 1 },
  ],
  needs: [],
} as unknown as Words;
const c = {
  product: "Tidewall",
  productVersion: null,
  phase: null,
  device: "board-3",
  requester: null,
  reference: "T-1",
  facts: [{ name: "role", value: "board" }],
} as unknown as Case;
const asked = [
  { sets: "lamp", wanted: [] },
  { sets: "", wanted: [{ name: "free", title: "room left", type: "size" }] },
] as unknown as Question[];

test("what the case lacks comes first, then what its runbook could use, then the rest; what is known is not offered", () => {
  const groups = addable(c, asked, vocabulary);
  expect(groups.map((g) => g.options.map((o) => o.value))).toEqual([
    ["case:productVersion", "case:phase", "case:requester"],
    ["lamp", "free"],
    ["rain"],
  ]);
  expect(groups[0]?.options[0]?.choices).toEqual(["4.0", "4.1"]);
  expect(groups[1]?.options[1]?.label).toBe("room left");
});

test("without a vocabulary the case's own fields are offered all the same", () => {
  expect(addable({ ...c, phase: "launch" }, [], undefined).map((g) => g.options.length)).toEqual([2]);
});
