/** Draws components in tests as the application does: with queries, messages, addresses and keys, and the server played by a table. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, render as draw } from "@testing-library/react";
import userEvent, { PointerEventsCheckLevel } from "@testing-library/user-event";
import { App } from "antd";
import { type ReactNode, useEffect } from "react";
import { MemoryRouter } from "react-router";
import { vi } from "vitest";
import { press } from "../look";

/** The hands of whoever uses the page. */
export const user = userEvent.setup({ pointerEventsCheck: PointerEventsCheckLevel.Never, delay: null });

export interface Call {
  method: string;
  path: string;
  body: Record<string, unknown> | null;
}

let answered = 0;

/** Answers by "METHOD path"; what is not in the table is 404. */
export function server(table: Record<string, unknown>): Call[] {
  const calls: Call[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn(async (request: Request) => {
      const { pathname, search } = new URL(request.url);
      const path = pathname + search;
      const text = await request.text();
      calls.push({
        method: request.method,
        path,
        // what is no JSON is a document
        body: text.startsWith("{") ? (JSON.parse(text) as Record<string, unknown>) : null,
      });
      answered++;
      const found = table[`${request.method} ${path}`];
      return found === undefined
        ? new Response(JSON.stringify({ detail: `no ${request.method} ${path}` }), { status: 404 })
        : new Response(JSON.stringify(found), { status: 200 });
    }),
  );
  return calls;
}

/** What the frame does in the application: hands keys that are pressed nowhere in particular to whoever means them. */
function Keys() {
  useEffect(() => {
    const listen = (e: KeyboardEvent) => void press(e);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return null;
}

/** Draws it, waits for its first answers, and hands back where it stands. */
export async function render(what: ReactNode): Promise<HTMLElement> {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const { container } = draw(what, {
    wrapper: ({ children }) => (
      <App>
        <QueryClientProvider client={client}>
          <MemoryRouter>
            <Keys />
            {children}
          </MemoryRouter>
        </QueryClientProvider>
      </App>
    ),
  });
  await settle();
  return container;
}

/** Lets answers arrive and the page be drawn, until nothing is asked any more. */
export async function settle(): Promise<void> {
  for (let quiet = 0, before = -1; quiet < 4;) {
    quiet = before === answered ? quiet + 1 : 0;
    before = answered;
    await act(() => new Promise((ok) => setTimeout(ok)));
  }
}

/** Presses a key wherever the focus is; several, or with others held, as user-event writes them: "{Alt>}{ArrowUp}{/Alt}". */
export async function key(k: string): Promise<void> {
  await user.keyboard(k === " " ? "[Space]" : k.length > 1 && !k.startsWith("{") ? `{${k}}` : k);
  await settle();
}

/** Clicks, and lets come what follows. */
export async function click(what: Element): Promise<void> {
  await user.click(what);
  await settle();
}

/** Types as a person would; "{Enter}" at the end sends it. */
export async function typeIn(box: Element, text: string): Promise<void> {
  await user.type(box, text);
  await settle();
}
