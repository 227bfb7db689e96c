import { expect, test } from "vitest";
import type { CaseLine } from "../api";
import { deskGroups } from "./groups";

const line = (number: number, more: Partial<CaseLine>): CaseLine => ({
  number,
  status: "open",
  error: null,
  title: "",
  product: null,
  device: null,
  requester: null,
  reference: null,
  waitsFor: "me",
  waitsUntil: null,
  agent: "Runa Holm",
  agentId: 1,
  openedAt: `2026-11-24T0${number}:00:00Z`,
  closedAt: null,
  outcomes: [],
  openPutBacks: 0,
  ...more,
});

test("each case stands once, by what it waits for, the oldest first", () => {
  const groups = deskGroups(
    [
      line(3, {}),
      line(1, {}),
      line(2, { waitsFor: "restart", openPutBacks: 1 }),
      line(4, { openPutBacks: 2 }),
      line(6, { waitsFor: "time" }),
      // of the same name, and somebody else
      line(5, { agent: "Runa Holm", agentId: 9, waitsFor: "restart" }),
    ],
    1,
  );
  expect(groups.map((g) => [g.key, g.cases.map((c) => c.number)])).toEqual([
    ["me", [1, 3]],
    ["putBacks", [4]],
    ["restart", [2]],
    ["time", [6]],
    ["others", [5]],
  ]);
});

test("nothing in hand gives no groups", () => {
  expect(deskGroups([], 1)).toEqual([]);
});
