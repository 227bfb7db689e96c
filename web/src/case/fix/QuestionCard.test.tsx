import { act, screen } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Question } from "../../api";
import { key, render, server, typeIn } from "../../testing/render";
import { QuestionCard } from "./QuestionCard";
import { useCaseActs } from "../useCaseActs";

const question = (more: Partial<Question>): Question => ({
  index: 0,
  text: "Is it raining?",
  sets: "rain",
  choices: ["yes", "no"],
  minutes: 1,
  how: "Look out of the window.",
  run: [],
  spoken: [],
  wanted: [],
  hangsOn: [{ fix: "dry", title: "Dry it", when: "it rains on the pier" }],
  answered: false,
  ...more,
});
const look = question({
  text: "Which program holds the port?",
  sets: "",
  choices: [],
  run: [{ kind: "literal", text: "skerryctl ports", name: "", title: "", note: "" }],
  wanted: [{ name: "holder", title: "program that holds the port", type: "word" }],
});
const skip = vi.fn();
function Shown({ q }: { q: Question }) {
  return <QuestionCard n={7} q={q} why="It saves 3 min." acts={useCaseActs(7)} onSkip={skip} />;
}
beforeEach(() => skip.mockClear());

test("a question is answered by a digit, 0 is that they don't know, and what hangs on it is said in words", async () => {
  const calls = server({ "POST /api/cases/7/facts": { number: 7 } });
  const place = await render(<Shown q={question({})} />);
  expect(place.textContent).toContain("Dry it: only if it rains on the pier");
  await key("2");
  await key("0");
  expect(calls.map((c) => c.body)).toEqual([{ rain: "no" }, { rain: "dont-know" }]);
  await key("j");
  expect(skip).toHaveBeenCalledTimes(1);
});

test("what is pasted while somebody is asked is another text of the case, if they say so", async () => {
  const calls = server({ "POST /api/cases/7/texts": { number: 7 } });
  const place = await render(<Shown q={question({})} />);
  const paste = () => {
    const e = new Event("paste", { cancelable: true, bubbles: true });
    Object.assign(e, { clipboardData: { getData: () => "GX-7 the gate is stuck" } });
    act(() => void window.dispatchEvent(e));
  };
  paste();
  expect(place.querySelectorAll("kbd")).toHaveLength(2); // its own key and the one that skips: no digit twice
  await key("Escape");
  expect(calls).toEqual([]);
  paste();
  await key("2");
  expect(calls.map((c) => c.path)).toEqual(["/api/cases/7/texts"]);
});

test("a look is read as it is pasted; where it was not there, or nobody knows, that is an answer of its own", async () => {
  const calls = server({
    "POST /api/cases/7/questions/0": { number: 7 },
    "POST /api/cases/7/facts": { number: 7 },
  });
  const place = await render(<Shown q={look} />);
  expect(place.textContent).toContain("It tells: program that holds the port.");
  await typeIn(screen.getByLabelText("paste what it printed"), "pricewheel{Control>}{Enter}{/Control}");
  expect(calls[0]?.body).toEqual({ text: "pricewheel", row: null });
  (document.activeElement as HTMLElement).blur();
  await key("9");
  await key("0");
  expect(calls.slice(1).map((c) => c.body)).toEqual([{ holder: "not-there" }, { holder: "dont-know" }]);
});
