import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { KEY_LEVEL, press, switchSingleKeys, useKeys } from "./keys";

Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });

let root: Root;
let place: HTMLElement;
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

beforeEach(() => {
  localStorage.clear();
  vi.clearAllMocks();
  place = document.createElement("div");
  document.body.append(place);
  root = createRoot(place);
});
afterEach(() => {
  act(() => root.unmount());
  document.body.innerHTML = "";
});

test("upper and lower case press the same key, and it dies with its component", () => {
  act(() => root.render(<Outer withInner={false} />));
  expect(key(document.body, { key: "W" })).toBe(true);
  act(() => root.unmount());
  expect(key(document.body, { key: "w" })).toBe(false);
  expect(outer).toHaveBeenCalledTimes(1);
  root = createRoot(place);
});

test("a bare letter in a text box is text, and a shortcut of the browser is the browser's", () => {
  act(() => root.render(<Outer withInner={false} />));
  const box = document.createElement("textarea");
  place.append(box);
  expect(key(box, { key: "w" })).toBe(false);
  expect(key(document.body, { key: "w", ctrlKey: true })).toBe(false);
  expect(outer).not.toHaveBeenCalled();
});

test("single keys can be switched off", () => {
  act(() => root.render(<Outer withInner={false} />));
  switchSingleKeys(true);
  expect(key(document.body, { key: "w" })).toBe(false);
  switchSingleKeys(false);
  expect(key(document.body, { key: "w" })).toBe(true);
});

test("of two that mean the same key, the inner one that is alive gets it", () => {
  act(() => root.render(<Outer withInner />));
  key(document.body, { key: "w" });
  expect(inner).toHaveBeenCalledTimes(1);
  act(() => root.render(<Outer withInner alive={false} />));
  key(document.body, { key: "w" });
  expect(outer).toHaveBeenCalledTimes(1);
});
