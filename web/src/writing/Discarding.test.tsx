import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { click, render, server, settle } from "../testing/render";
import { words } from "../words";
import { Discarding } from "./Discarding";
import type { Draft } from "./useDraft";

const draft = (drop: () => () => void) =>
  ({ text: "---\nfix: oil-it\n---\n", revision: 2, drop }) as unknown as Draft;

test("a draft is thrown away in the revision that was seen, and comes back with what was typed", async () => {
  const drop = vi.fn(() => () => undefined);
  const calls = server({
    "POST /api/discards": null,
    "PUT /api/documents/fixes/oil-it?note=taken%20back": { key: "oil-it", revision: 1, status: "draft" },
  });
  await render(<Discarding draft={draft(drop)} folder="fixes" docKey="oil-it" />);
  await click(screen.getByRole("button", { name: "throw it away" }));
  expect(calls[0]?.body).toEqual({ drafts: [{ folder: "fixes", key: "oil-it", revision: 2 }] });
  expect(drop).toHaveBeenCalledOnce();
  screen.getByRole("button", { name: words.common.undo }).click();
  await settle();
  expect(calls.some((c) => c.method === "PUT")).toBe(true);
});

test("what cannot be thrown away stays as it is", async () => {
  const drop = vi.fn(() => () => undefined);
  server({});
  await render(<Discarding draft={draft(drop)} folder="fixes" docKey="oil-it" />);
  await click(screen.getByRole("button", { name: "throw it away" }));
  expect(drop).not.toHaveBeenCalled();
  expect((screen.getByRole("button") as HTMLButtonElement).disabled).toBe(false);
});
