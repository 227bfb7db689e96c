import { fireEvent, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { render, server, settle } from "../../testing/render";
import BringInPage from "./BringInPage";

const read = {
  name: "pasted 1",
  refused: null,
  drafts: [
    { folder: "fixes", key: "stop-it", title: "Stop it", text: "---\nfix: stop-it\n---\n" },
    { folder: "fixes", key: "swap-it", title: "Swap it", text: "---\nfix: swap-it\n---\n" },
    { folder: "errors", key: "it-hums", title: "It hums", text: "---\nerror: it-hums\n---\n" },
  ],
  placed: { codes: 0, messages: 1, fixes: 1, steps: 1, commands: 0, cautions: 0, links: 0 },
};

test("a pasted how-to is read at once, and all that can be read is begun together", async () => {
  const calls = server({
    "POST /api/how-tos/preview": [read],
    "POST /api/how-tos": [read],
    "POST /api/discards": null,
  });
  await render(<BringInPage />);
  const box = screen.getByLabelText("Paste a how-to");
  fireEvent.paste(box, {
    clipboardData: { getData: (type: string) => (type === "text/plain" ? "It hums\nStop it" : "") },
  });
  await settle();
  expect(screen.getByText("1 message · 1 fix · 1 step")).toBeTruthy();
  expect(calls[0]?.body).toEqual({ howTos: [{ name: "pasted 1", text: "It hums\nStop it" }] });
  fireEvent.click(screen.getByRole("button", { name: "Begin 3 drafts" }));
  await settle();
  // what an author goes on with comes first
  expect(screen.getAllByRole("link").map((a) => a.getAttribute("href"))).toEqual([
    "/write/errors/it-hums",
    "/write/fixes/stop-it",
    "/write/fixes/swap-it",
  ]);

  // and all of it is taken back in one, with what it was made of
  fireEvent.click(screen.getByRole("button", { name: "take all 3 back" }));
  await settle();
  const thrown = calls.find((c) => c.path === "/api/discards");
  expect((thrown?.body?.drafts as unknown[]).length).toBe(3);
  expect(screen.queryByRole("link")).toBeNull();
  expect(screen.getByRole("button", { name: "pasted 1" })).toBeTruthy();
});

test("one line that is pasted stays in the box, and Ctrl Enter reads it", async () => {
  const calls = server({
    "POST /api/how-tos/preview": [{ ...read, refused: "it says nothing", drafts: [], placed: null }],
  });
  await render(<BringInPage />);
  const box = screen.getByLabelText("Paste a how-to");
  fireEvent.paste(box, { clipboardData: { getData: () => "one line" } });
  expect(calls).toHaveLength(0);
  fireEvent.change(box, { target: { value: "one line" } });
  fireEvent.keyDown(box, { key: "Enter", ctrlKey: true });
  await settle();
  expect(screen.getByText("Cannot be read: it says nothing.")).toBeTruthy();
  expect((screen.getByRole("button", { name: "Begin drafts" }) as HTMLButtonElement).disabled).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "take pasted 1 out" }));
  expect(screen.queryByText("pasted 1")).toBeNull();
});
