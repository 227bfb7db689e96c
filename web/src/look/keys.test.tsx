import { render } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { KEY_LEVEL, press, switchSingleKeys, useKeys } from "./keys";

const outer = vi.fn();
const inner = vi.fn();

function Outer({ withInner, alive = true }: { withInner: boolean; alive?: boolean }) {
  useKeys("outer", [{ key: "w", says: "", act: outer }]);
  return withInner ? <Inner alive={alive} /> : null;
}
function Inner({ alive }: { alive: boolean }) {
  useKeys("inner", [{ key: "w", says: "", act: inner, alive }], KEY_LEVEL.part);
  return null;
}
const key = (target: Element, init: KeyboardEventInit) => {
  let done = false;
  const listen = (e: KeyboardEvent) => (done = press(e));
  window.addEventListener("keydown", listen);
  target.dispatchEvent(new KeyboardEvent("keydown", { bubbles: true, cancelable: true, ...init }));
  window.removeEventListener("keydown", listen);
  return done;
};

beforeEach(() => vi.clearAllMocks());

test("upper and lower case press the same key, and it dies with its component", () => {
  const { unmount } = render(<Outer withInner={false} />);
  expect(key(document.body, { key: "W" })).toBe(true);
  unmount();
  expect(key(document.body, { key: "w" })).toBe(false);
  expect(outer).toHaveBeenCalledTimes(1);
});

test("a bare letter in a text box is text, and a shortcut of the browser is the browser's", () => {
  const { getByRole } = render(
    <>
      <Outer withInner={false} />
      <textarea />
    </>,
  );
  const box = getByRole("textbox");
  expect(key(box, { key: "w" })).toBe(false);
  expect(key(document.body, { key: "w", ctrlKey: true })).toBe(false);
  expect(outer).not.toHaveBeenCalled();
});

test("single keys can be switched off", () => {
  render(<Outer withInner={false} />);
  switchSingleKeys(true);
  expect(key(document.body, { key: "w" })).toBe(false);
  switchSingleKeys(false);
  expect(key(document.body, { key: "w" })).toBe(true);
});

test("of two that mean the same key, the inner one that is alive gets it", () => {
  const { rerender } = render(<Outer withInner />);
  key(document.body, { key: "w" });
  expect(inner).toHaveBeenCalledTimes(1);
  rerender(<Outer withInner alive={false} />);
  key(document.body, { key: "w" });
  expect(outer).toHaveBeenCalledTimes(1);
});
