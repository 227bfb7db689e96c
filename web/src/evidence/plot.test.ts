import { expect, test } from "vitest";
import { filtersOf, monthDays, searchOf, withFact } from "./filters";
import {
  crosses,
  firstFixPoints,
  lengths,
  monthLabels,
  monthPoints,
  monthsBetween,
  releaseMarks,
  share,
  strands,
} from "./plot";

test("months run over the turn of a year, those without tries included", () => {
  expect(monthsBetween("2025-11", "2026-02")).toEqual(["2025-11", "2025-12", "2026-01", "2026-02"]);
  expect(monthsBetween("2026-03", "2026-02")).toEqual([]);
});

test("a month stands over its name, as high as its share, with what is plausible", () => {
  const months = ["2026-01", "2026-02", "2026-03", "2026-04"];
  const [p] = monthPoints([{ month: "2026-03", tried: 8, held: 2, low: 0.1, high: 0.5 }], months, 400, 100);
  expect(p).toMatchObject({ x: 250, y: 75, top: 50, bottom: 90 });
  expect(releaseMarks([{ version: "5.4", month: "2026-02" }], months, 400)).toEqual([
    { version: "5.4", x: 100 },
  ]);
  expect(releaseMarks([{ version: "5.3", month: "2024-02" }], months, 400)).toEqual([]);
});

test("strands lead from the author's place to the measured one", () => {
  const found = strands(["a", "b", "c"], ["b", "a", "c"], 40, 60);
  expect(found.map((s) => s.crosses)).toEqual([true, true, false]);
  expect(found[0]?.path).toBe("M2 20C30 20 30 60 58 60");
});

test("names of months do not touch, and the first fixes stand as high as their share", () => {
  const months = Array.from(
    { length: 18 },
    (_, i) => `20${25 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, "0")}`,
  );
  const labels = monthLabels(months, 430);
  expect(labels.length).toBe(9);
  expect(labels[1]).toEqual({ month: "2025-03", x: (2.5 * 430) / 18 });
  const m = { month: "2026-01", cases: 4, solved: 3, firstFix: 1, held: 3, median: 5 };
  expect(firstFixPoints([m, { ...m, cases: 0, firstFix: 0 }], 100, 80)).toEqual([
    { month: "2026-01", x: 25, y: 60 },
    { month: "2026-01", x: 75, y: 80 },
  ]);
});

test("lengths and stitches are shares of the longest, and something is never nothing", () => {
  expect(lengths([10, 5, null, 0])).toEqual([1, 0.5, 0, 0]);
  expect(lengths([0, null])).toEqual([0, 0]);
  expect(crosses([100, 50, 1, 0], 10)).toEqual([10, 5, 1, 0]);
  expect(crosses([0, 0], 10)).toEqual([0, 0]);
  expect(share(1, 0)).toBeNull();
  expect(share(1, 4)).toBe(0.25);
});

test("what was chosen survives the address, and taking a fact out takes it out", () => {
  const f = {
    product: "Quayscan",
    agent: "Runa Holm",
    from: "2026-01-01",
    to: "",
    facts: { "device.image": "7.1" },
  };
  expect(filtersOf(new URLSearchParams(searchOf(f)))).toEqual(f);
  expect(searchOf(withFact(f, "device.image", ""))).not.toContain("fact.");
  expect(searchOf(withFact(f, "lamp", "on & off"))).toContain("fact.lamp=on+%26+off");
  expect(monthDays("2028-02")).toEqual({ from: "2028-02-01", to: "2028-02-29" });
});
