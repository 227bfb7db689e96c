import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { render } from "../testing/render";
import { keep, keepFor } from "./kept";
import { Mishaps } from "./Mishap";

function Breaks(): never {
  throw new Error("there is no such thing");
}

test("a page that breaks says so, what is kept of what was typed, and how to go on", async () => {
  const quiet = vi.spyOn(console, "error").mockImplementation(() => undefined);
  keepFor("runa");
  keep("note.7", "half a sentence");
  keep("writing.fixes.oil-winch", { text: "a whole draft", etag: null });
  keep("open-fix.7", "only a choice");
  keepFor("ines");
  keep("note.8", "of somebody else");
  keepFor("runa");
  const place = await render(
    <Mishaps at="/case/7">
      <Breaks />
    </Mishaps>,
  );
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("This page has come apart");
  expect(place.textContent).toContain("case 7: notehalf a sentence");
  expect(place.textContent).toContain("writing fixes/oil-wincha whole draft");
  expect(place.textContent).not.toContain("only a choice");
  expect(place.textContent).not.toContain("of somebody else");
  expect(screen.getByRole("button", { name: /Load it again/ })).toBe(document.activeElement);
  expect(screen.getByRole("link").getAttribute("href")).toBe("/");
  quiet.mockRestore();
});

test("what is whole is shown as it is", async () => {
  expect((await render(<Mishaps at="/">fine</Mishaps>)).textContent).toBe("fine");
});
