import { expect, test } from "vitest";
import { filtersOf, monthDays, searchOf, withFact } from "./filters";
import { crosses, lengths, monthPoints, monthsBetween, releaseMarks, share, threads } from "./plot";

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

test("threads lead from the author's place to the measured one", () => {
  expect(threads(["a", "b", "c"], ["b", "a", "c"])).toEqual([
    { key: "a", from: 0, to: 1, crosses: true },
    { key: "b", from: 1, to: 0, crosses: true },
    { key: "c", from: 2, to: 2, crosses: false },
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
