import { expect, test } from "vitest";
import { actsSearch, asked, filtersOf, isChosen, placeOf } from "./journal";

test("what is chosen is read back from the address that it makes", () => {
  const f = { person: "3", what: "case-closed", target: "17", from: "2026-11-01", until: "2026-11-02" };
  expect(filtersOf(new URLSearchParams(actsSearch(f)))).toEqual(f);
  expect(isChosen(filtersOf(new URLSearchParams()))).toBe(false);
  expect(isChosen({ ...f, person: "", what: "", target: "", until: "" })).toBe(true);
});

test("both days are meant whole", () => {
  const all = asked({ person: "", what: "", target: "", from: "2026-11-01", until: "2026-11-01" });
  expect(Object.keys(all).sort()).toEqual(["from", "until"]);
  const hours = (Date.parse(all.until ?? "") - Date.parse(all.from ?? "")) / 3_600_000;
  expect(hours).toBe(24);
});

test("what an act was done to leads where it can be seen", () => {
  expect(placeOf("17")).toBe("/case/17");
  expect(placeOf("fix/set-clock")).toBe("/library/fixes/set-clock");
  expect(placeOf("error/till-full")).toBe("/library/errors/till-full");
  expect(placeOf("person 3")).toBeNull();
  expect(placeOf("fix/../x")).toBeNull();
});
