import { expect, test } from "vitest";
import type { FilledStep } from "../../api";
import { activeItem, drawn, openOf, readerOf, readOf } from "./readingState";

type Captured = FilledStep["captures"][number];
const captured = (clause: number, more: Partial<Captured> = {}): Captured => ({
  clause,
  item: "",
  how: "",
  list: false,
  before: false,
  wanted: [{ name: `v${clause}`, title: `value ${clause}`, type: "word" }],
  rows: [],
  places: [],
  marks: [],
  ...more,
});
const step = (more: Partial<FilledStep>): FilledStep =>
  ({ index: 0, each: "", items: [], captures: [], choose: null, ...more }) as FilledStep;

test("a repeated step is worked item by item, each with what it reads alone", () => {
  const s = step({
    each: "packs",
    items: ["tides", "moon"],
    captures: [captured(0, { item: "tides", how: "seen", rows: [["T-77"]] }), captured(0, { item: "moon" })],
  });
  expect(activeItem(s, new Set())).toBe("tides");
  expect(activeItem(s, new Set(["tides"]))).toBe("moon");
  expect(activeItem(s, new Set(["tides", "moon"]))).toBeNull();
  expect(openOf(s, "tides")).toEqual([]);
  expect(openOf(s, "moon").map((o) => o.title)).toEqual(["value 0"]);
  expect(readOf(s, "tides")).toEqual([{ title: "value 0", value: "T-77", how: "seen" }]);
  // while nobody knows the items nothing of them is open
  expect(openOf(s, null)).toEqual([]);
});

test.each([
  ["", 1],
  ["several", 1],
  ["seen", 0],
  ["chosen", 0],
  ["heard", 0],
  ["not-there", 0],
  ["not-known", 0],
])("what is %o has %i left to say", (how, left) => {
  expect(openOf(step({ captures: [captured(0, { how })] }), null)).toHaveLength(left);
});

test("a row to choose comes behind what is read, with its rows; chosen it is said with its values", () => {
  const choose = {
    text: "the red one",
    titles: ["number", "size"],
    rows: [["0", "5 GB"]],
    chosen: [],
    how: "",
  };
  const open = openOf(step({ captures: [captured(0)], choose }), null);
  expect(open.map((o) => o.clause)).toEqual([0, -1]);
  expect(open[1]?.places).toEqual([{ line: "", values: ["0", "5 GB"] }]);
  const chosen = { ...choose, chosen: ["0", "5 GB"], how: "chosen" };
  expect(readOf(step({ choose: chosen }), null)).toEqual([
    { title: "number, size", value: "0 · 5 GB", how: "chosen" },
  ]);
  expect(openOf(step({ choose: chosen }), null)).toEqual([]);
});

test("what is unknown is said so, and a list in rows", () => {
  const s = step({
    captures: [
      captured(0, { how: "not-there" }),
      captured(1, { how: "not-known" }),
      captured(2, {
        how: "seen",
        list: true,
        rows: [
          ["0", "a"],
          ["1", "b"],
        ],
      }),
    ],
  });
  expect(readOf(s, null).map((r) => r.value)).toEqual(["looked for, not there", "not known", "0 · a; 1 · b"]);
});

test("marks are drawn where they stand, once, and never beyond the text", () => {
  const marks = [
    { from: 5, to: 10, title: "room" },
    { from: 7, to: 10, title: "again" },
    { from: 90, to: 95, title: "gone" },
  ];
  expect(drawn("room 12 GB", marks)).toEqual([
    { text: "room ", title: "", from: 0 },
    { text: "12 GB", title: "room", from: 5 },
  ]);
  expect(drawn("", marks)).toEqual([]);
});

test("a missing value is typed for the step and the item that read it", () => {
  const steps = [
    step({ index: 0, captures: [captured(0)] }),
    step({
      index: 1,
      captures: [captured(0, { item: "tides", wanted: [{ name: "seal", title: "s", type: "code" }] })],
    }),
  ];
  expect(readerOf(steps, "v0", "")).toEqual({ step: 0, clause: 0, item: null });
  expect(readerOf(steps, "seal", "tides")).toEqual({ step: 1, clause: 0, item: "tides" });
  expect(readerOf(steps, "seal", "moon")).toBeUndefined();
  expect(readerOf(steps, "area", "")).toBeUndefined();
});
