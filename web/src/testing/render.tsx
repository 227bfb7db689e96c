/** Renders components in tests as the application does: with queries, messages and addresses, and the server played by a table. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App } from "antd";
import { act, type ReactNode } from "react";
import { createRoot, type Root } from "react-dom/client";
import { MemoryRouter } from "react-router";
import { afterEach, vi } from "vitest";
import { press } from "../look";

Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
Object.defineProperty(window, "matchMedia", {
  value: () => ({
    matches: false,
    addListener: () => undefined,
    removeListener: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }),
});

/** What jsdom lacks and the controls ask for. */
class NoResize {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
}
Object.assign(globalThis, { ResizeObserver: NoResize });

export interface Call {
  method: string;
  path: string;
  body: Record<string, unknown> | null;
}

let root: Root | null = null;

/** Answers by "METHOD path"; what is not in the table is 404. */
export function server(table: Record<string, unknown>): Call[] {
  const calls: Call[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn((path: string, init: RequestInit) => {
      const method = init.method ?? "GET";
      calls.push({
        method,
        path,
        body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : null,
      });
      const found = table[`${method} ${path}`];
      const body = typeof found === "function" ? (found as () => unknown)() : found;
      return Promise.resolve(
        body === undefined
          ? new Response(JSON.stringify({ detail: `no ${method} ${path}` }), { status: 404 })
          : new Response(JSON.stringify(body), { status: 200 }),
      );
    }),
  );
  return calls;
}

export async function render(what: ReactNode): Promise<HTMLElement> {
  const place = document.createElement("div");
  document.body.append(place);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  root = createRoot(place);
  await act(async () => {
    root?.render(
      <App>
        <QueryClientProvider client={client}>
          <MemoryRouter>{what}</MemoryRouter>
        </QueryClientProvider>
      </App>,
    );
  });
  await settle();
  return place;
}

/** Lets answers arrive and the page be drawn. */
export async function settle(): Promise<void> {
  for (let i = 0; i < 6; i++) {
    await act(async () => {
      await new Promise((ok) => setTimeout(ok));
    });
  }
}

/** Clicks the first that matches. */
export async function click(place: HTMLElement, selector: string): Promise<void> {
  // a drawing has no click of its own
  await act(async () =>
    place.querySelector(selector)?.dispatchEvent(new MouseEvent("click", { bubbles: true })),
  );
  await settle();
}

/** Types into a text box as a person would. */
export async function typeIn(place: HTMLElement, selector: string, text: string): Promise<void> {
  const box = place.querySelector<HTMLInputElement>(selector);
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
  await act(async () => {
    set?.call(box, text);
    box?.dispatchEvent(new Event("input", { bubbles: true }));
  });
  await settle();
}

/** Presses Enter in a text box. */
export async function enterIn(place: HTMLElement, selector: string): Promise<void> {
  await act(async () => {
    place
      .querySelector(selector)
      ?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
  });
  await settle();
}

/** Presses a single key on the page. */
export async function key(k: string): Promise<void> {
  const listen = (e: KeyboardEvent) => press(e);
  window.addEventListener("keydown", listen);
  await act(async () => {
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key: k, bubbles: true, cancelable: true }));
  });
  window.removeEventListener("keydown", listen);
  await settle();
}

afterEach(() => {
  act(() => root?.unmount());
  root = null;
  document.body.innerHTML = "";
  localStorage.clear();
  vi.unstubAllGlobals();
});
