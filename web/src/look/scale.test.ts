import { expect, test } from "vitest";
import { curve, ticks, within } from "./scale";

test("clamps at both ends", () => {
  expect([within(-1, 0, 1), within(2, 0, 1), within(0.4, 0, 1)]).toEqual([0, 1, 0.4]);
});

test("few cases give few ticks, many give a full ruler", () => {
  expect(ticks(3, 3, 50)).toHaveLength(3);
  const many = ticks(180, 200, 50);
  expect(many).toHaveLength(50);
  expect(many.filter((t) => t.held)).toHaveLength(45);
  expect(ticks(0, 0, 50)).toEqual([]);
});

test("the curve rises to the right and stops between the fixes around the hand-over", () => {
  const c = curve(
    [
      { minutes: 5, solved: 0.5, key: "a" },
      { minutes: 20, solved: 0.8, key: "b" },
      { minutes: 80, solved: 0.9, key: "c" },
    ],
    2,
    100,
    40,
  );
  expect(c.points.map((p) => p.x)).toEqual([25, 50, 100]);
  expect(c.points[0]?.y).toBe(20);
  expect(c.stopX).toBe(75);
  expect(c.stopIsLate).toBe(true);
});

test("no fix, no curve; nothing to hand over before the end", () => {
  expect(curve([], null, 100, 40)).toEqual({ points: [], stopX: null, stopIsLate: false, lastMinutes: 0 });
  expect(curve([{ minutes: 5, solved: 1, key: "a" }], 1, 100, 40).stopX).toBeNull();
});
