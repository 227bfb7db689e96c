import { act, fireEvent, screen } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Outline, OutlineField } from "../../api";
import { render } from "../../testing/render";
import { words } from "../../words";
import { PartForm, type Taken } from "./PartForm";
import type { Typed } from "./parts";

const outline: Outline = { head: [], parts: [], offers: [] };
const field = (name: string, values: string[] = []): OutlineField => ({
  name,
  shape: "line",
  values,
  choices: [],
});

let written: { typed: Typed; changed: string[] }[];
let answers: ((came: Taken) => void)[];
let closed: boolean[];
let removed: number;

beforeEach(() => {
  written = [];
  answers = [];
  closed = [];
  removed = 0;
  return () => vi.useRealTimers();
});

async function open(fields: OutlineField[]) {
  await render(
    <PartForm
      label="caution"
      help=""
      fields={fields}
      outline={outline}
      write={(typed, changed) => {
        written.push({ typed, changed });
        return new Promise((answer) => answers.push(answer));
      }}
      onClose={(byKey) => closed.push(byKey)}
      onRemove={() => (removed += 1)}
    />,
  );
  vi.useFakeTimers();
}

const box = (name: string) => screen.getByRole("textbox", { name });
const type = (label: string, value: string) => fireEvent.change(box(label), { target: { value } });
const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const answer = async (came: Taken = null) => {
  await act(async () => {
    answers.shift()?.(came);
    await Promise.resolve();
  });
};

test("what is typed on while the first pause is on its way waits for its turn, and only what changed is sent", async () => {
  await open([field("text")]);
  type("caution", "not at");
  await wait(900);
  type("caution", "not at night");
  await wait(900);
  // the part is being added; a second call now would add it twice
  expect(written).toHaveLength(1);
  await answer();
  expect(written[1]).toEqual({ typed: { text: ["not at night"] }, changed: ["text"] });
});

test("Enter writes it and closes; Escape puts back what stood there", async () => {
  await open([field("text", ["as it was"])]);
  type("caution", "otherwise");
  fireEvent.keyDown(box("caution"), { key: "Enter" });
  await wait(0);
  await answer();
  expect(closed).toEqual([true]);
  type("caution", "and again");
  await wait(900);
  await answer();
  fireEvent.keyDown(box("caution"), { key: "Escape" });
  await wait(0);
  expect(written.at(-1)?.typed).toEqual({ text: ["as it was"] });
  await answer();
  expect(closed).toEqual([true, true]);
});

test("what is refused stays open and is said; what has no connection is tried again by itself", async () => {
  await open([field("text", ["old"])]);
  type("caution", "## new");
  await wait(900);
  // half a thing may be refused while it is typed: nothing is said of that
  await answer({ refused: "no", offline: false });
  expect(screen.queryByRole("alert")).toBeNull();
  fireEvent.keyDown(box("caution"), { key: "Enter" });
  await wait(0);
  await answer({ refused: "It would be read as something else.", offline: false });
  expect(screen.getByRole("alert").textContent).toContain("something else");
  expect(closed).toEqual([]);
  type("caution", "fine");
  await wait(5_000);
  await answer({ refused: "", offline: true });
  expect(screen.getByRole("alert").textContent).toBe(words.sheet.offline);
  await wait(5_000);
  await answer();
  await wait(0);
  expect(screen.queryByRole("alert")).toBeNull();
  expect(written.at(-1)?.typed).toEqual({ text: ["fine"] });
});

test("what is emptied is taken away", async () => {
  await open([field("text", ["old"]), field("who", ["them"])]);
  type("caution: in words", "");
  type("caution: by whom", "");
  fireEvent.keyDown(box("caution: by whom"), { key: "Enter" });
  await wait(0);
  expect(removed).toBe(1);
  expect(written).toEqual([]);
  expect(closed).toEqual([true]);
});
