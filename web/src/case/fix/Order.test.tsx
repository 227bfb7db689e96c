import { fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Case, Plan } from "../../api";
import { click, key, render, server, settle } from "../../testing/render";
import { words } from "../../words";
import { Order } from "./Order";
import { useCaseActs } from "../useCaseActs";

const item = (k: string) => ({
  key: k,
  title: `Fix ${k}`,
  chance: null,
  chanceNow: null,
  low: null,
  high: null,
  minutes: 4,
  solvedByHere: null,
  elapsedByHere: 4,
  reasons: [],
});
const plan = {
  mode: "authored",
  ordered: ["a", "b", "c"].map(item),
  excluded: [],
  handOverAfter: null,
  cases: 2,
} as unknown as Plan;
const c = { number: 7, pinned: [], goal: "mend", attempts: [], putBacks: [] } as unknown as Case;
const open = vi.fn();

function Shown() {
  return (
    <Order
      c={c}
      plan={plan}
      sheet={undefined}
      fix="a"
      digits
      ending={false}
      acts={useCaseActs(7)}
      onOrder={() => undefined}
      onEnd={() => undefined}
      onOpen={open}
    />
  );
}

const titles = () => screen.getAllByRole("button", { name: /Fix/ });

test("the open fix is left out, the rest stands in its order with digits", async () => {
  server({});
  await render(<Shown />);
  expect(titles().map((t) => t.textContent)).toEqual(["1 Fix b", "2 Fix c"]);
  await click(screen.getByRole("button", { name: "1 Fix b" }));
  expect(open).toHaveBeenCalledWith("b");
});

test("Alt and an arrow move a fix, and a chip says why, or nobody does", async () => {
  const calls = server({ "PATCH /api/cases/7": c });
  const place = await render(<Shown />);
  titles()[1]?.focus();
  await key("{Alt>}{ArrowUp}{/Alt}");
  expect(calls[0]?.body).toEqual({ pinned: ["a", "c", "b"] });
  expect(place.textContent).toContain("Why this order?");
  await click(screen.getByRole("button", { name: "a sign of it was seen" }));
  expect(calls[1]?.body).toMatchObject({ because: "seen-sign" });
  expect(place.textContent).not.toContain("Why this order?");
});

test("a drag moves a fix to where it is dropped", async () => {
  const calls = server({ "PATCH /api/cases/7": c });
  const place = await render(<Shown />);
  const [first, second] = titles().map((t) => t.closest("[draggable]") as Element) as [Element, Element];
  fireEvent.dragStart(first);
  fireEvent.dragOver(second);
  expect(place.getElementsByClassName("over")).toHaveLength(1);
  fireEvent.drop(second);
  await settle();
  expect(calls[0]?.body).toEqual({ pinned: ["a", "c", "b"] });
});

test("getting them going is asked for, and taken back, by one key of the page", async () => {
  const calls = server({ "PATCH /api/cases/7": c });
  await render(<Shown />);
  await key("p");
  expect(calls).toEqual([]); // the page's own key; here only the button
  await click(screen.getByRole("button", { name: `p ${words.case.goal}` }));
  expect(calls[0]?.body).toEqual({ goal: "going" });
});
