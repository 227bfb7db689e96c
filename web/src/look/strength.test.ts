import { expect, test } from "vitest";
import { strength } from "./strength";

test("what is shorter than the server takes is too short, and blanks in a row count once", () => {
  expect(strength("elevenchars")).toBe(0);
  expect(strength("a            b")).toBe(0);
});

test("length and different characters make it strong, what everybody tries does not", () => {
  expect(strength("aaaaaaaaaaaaaaaaaaaaaaaa")).toBe(1);
  expect(strength("password1234")).toBe(1);
  expect(strength("welcomewelcome12")).toBe(1);
  expect(strength("herring on 7")).toBe(2);
  expect(strength("herring on the seventh pier")).toBe(3);
});
