import { act } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { render, server, settle } from "../testing/render";
import { FoundHere } from "./FoundHere";

afterEach(() => {
  vi.useRealTimers();
});

const answer = (hits: unknown[], reading: number | null) => ({
  total: hits.length,
  more: false,
  loose: false,
  reading,
  hits,
});

test("while cases are still being read it is asked again, and then no more", async () => {
  vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
  const at = "GET /api/find?q=ase%20varhiem&product=&phase=&state=&health=&from=0";
  const table: Record<string, unknown> = { [at]: answer([], 0.4) };
  const calls = server(table);
  const page = await render(<FoundHere text="ase varhiem" chosen={-1} />);
  expect(page.textContent).toBe("");

  const hit = {
    kind: "case",
    key: null,
    number: 3035,
    title: "",
    excerpt: "",
    product: "",
    phases: "",
    state: "open",
    at: 0,
  };
  table[at] = answer([hit], null);
  await act(() => vi.advanceTimersByTimeAsync(2_000));
  await settle();
  expect(page.querySelector(".hit")?.textContent).toContain("3035");

  const asked = calls.length;
  await act(() => vi.advanceTimersByTimeAsync(20_000));
  await settle();
  expect(calls).toHaveLength(asked);
});
