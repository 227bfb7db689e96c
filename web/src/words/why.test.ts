import { expect, test } from "vitest";
import { type Reason, conditionOf, whyWords } from "./why";

const why = (code: Reason["code"], values: Record<string, string> = {}): Reason => ({ code, values });

test.each<[Reason, string]>([
  [why("by-hand"), "put here by hand"],
  [why("for-each-minute", { inHundred: "3.1" }), "3.1 in 100 for each minute it takes"],
  [
    why("only-if", { condition: "the roof is up", held: "3", of: "4" }),
    "only if the roof is up; so in 3 of 4 past cases",
  ],
  [
    why("only-if", { condition: "the roof is up" }),
    "only if the roof is up; no past case says how often that is so",
  ],
  [why("in-one-go", { fix: "Free it", need: "a crane" }), "in one go with Free it: both need a crane"],
  [why("set-aside", { outcome: "not-retested" }), "done, not retested yet"],
  [why("not-so", { seen: "the roof is down" }), "not so here: the roof is down"],
  [why("not-so", { condition: "dry days", seen: "it rains" }), "not so here: dry days (it rains)"],
  [why("not-at-hand", { need: "a crane" }), "not to be had: a crane"],
  [why("not-at-hand", { need: "a crane", how: "ask the yard" }), "not to be had: a crane; ask the yard"],
  [why("ruled-out"), "ruled out"],
  [why("ruled-out", { why: "it never helped" }), "ruled out: it never helped"],
])("a reason becomes words: %j", (reason, said) => {
  expect(whyWords(reason)).toBe(said);
});

test("only a reason that hangs on something has a condition", () => {
  expect(conditionOf(why("only-if", { condition: "dry" }))).toBe("only if dry");
  expect(conditionOf(why("follows", { fix: "A" }))).toBe("");
});
