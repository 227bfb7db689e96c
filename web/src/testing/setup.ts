/** What the browser has and jsdom lacks, and a clean page behind each test. */
import { cleanup } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";
import { serverSays } from "../api";
import { today } from "./day";

Object.defineProperty(window, "matchMedia", {
  value: () => ({
    matches: false,
    addListener: () => undefined,
    removeListener: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }),
});

/** The controls watch sizes; here nothing has one. */
class NoResize {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
}
Object.assign(globalThis, { ResizeObserver: NoResize });

beforeEach(() => {
  // the server's clock shows the day of the tests, whatever the calendar says
  serverSays(today);
});
afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.unstubAllGlobals();
});
