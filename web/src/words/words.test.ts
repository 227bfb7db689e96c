import { expect, test } from "vitest";
import { words } from ".";

test("chances are said as people count", () => {
  expect([0.02, 0.12, 0.57, 0.97].map(words.common.outOfTen)).toEqual([
    "seldom",
    "about 1 in 10",
    "about 6 in 10",
    "nearly always",
  ]);
});

test("short times keep a tenth, long ones do not", () => {
  expect([0.04, 3.351, 9.96, 57.7].map(words.common.minutes)).toEqual([
    "0 min",
    "3.4 min",
    "10 min",
    "58 min",
  ]);
});

test("one is not many", () => {
  expect(words.field.pasted(1)).toBe("1 line · Esc to leave");
  expect(words.field.pasted(4)).toBe("4 lines · Esc to leave");
  expect(words.case.tried(3, 3)).toBe("tried 3 times");
  expect(words.case.tried(3, 1)).toBe("tried 3 times, 1 of them in this situation");
});

test("every outcome has its word and its stitch", () => {
  for (const outcome of Object.keys(words.outcomes)) expect(words.stitches[outcome]).toBeTruthy();
});
