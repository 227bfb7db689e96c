import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Command, Piece } from "../api";
import { click, render } from "../testing/render";
import { Ago, CommandText, KeyButton, missingValue, plainCommand, Prose } from "./parts";

const piece = (kind: string, text: string, name = ""): Piece => ({
  kind,
  text,
  name,
  title: name,
  note: "",
});
const command = (...pieces: Piece[]): Command => ({
  language: "sh",
  item: "",
  before: "",
  pieces,
  spoken: [],
});

test("prose shows raw HTML as text, loads no pictures and keeps links within the library", async () => {
  const place = await render(
    <Prose
      text={
        "<script>alert(1)</script> ![x](http://far/x.png) [a](../fixes/set-clock.md) [b](till-full.md) [c](javascript:alert(1))"
      }
    />,
  );
  expect(place.querySelector("script, img")).toBeNull();
  expect(place.textContent).toContain("<script>alert(1)</script>");
  const links = screen.getAllByRole("link").map((a) => a.getAttribute("href"));
  expect(links).toEqual(["http://far/x.png", "/library/fixes/set-clock", "/library/errors/till-full"]);
});

test("a command is copied only when every value is there", () => {
  expect(plainCommand(command(piece("literal", "area "), piece("filled", "/var/stage", "area")))).toBe(
    "area /var/stage",
  );
  const blank = command(piece("literal", "area "), piece("blank", "", "area"));
  expect(plainCommand(blank)).toBeNull();
  expect(missingValue(blank)?.name).toBe("area");
  expect(plainCommand(command(piece("refused", "", "file")))).toBeNull();
});

test("filled values are marked, and a blank asks for its value when pressed", async () => {
  const ask = vi.fn();
  await render(
    <CommandText
      pieces={[piece("filled", "/var/stage", "area"), piece("blank", "", "need")]}
      onBlank={ask}
    />,
  );
  expect(screen.getByText("/var/stage").className).toBe("filled");
  await click(screen.getByRole("button", { name: "need" }));
  expect(ask).toHaveBeenCalledWith("need");
});

test("times are said as people do, exactly on hover", async () => {
  const now = Date.parse("2026-11-24T12:00:00Z");
  const said = async (at: string) => (await render(<Ago at={at} now={now} />)).textContent;
  expect(await said("2026-11-24T11:59:40Z")).toBe("just now");
  expect(await said("2026-11-24T11:48:00Z")).toBe("12 min ago");
  expect(await said("2026-11-24T09:00:00Z")).toBe("3 h ago");
  expect(await said("2026-11-20T12:00:00Z")).toBe("4 days ago");
});

test("a key's button is pressed by hand too, and not while it is dead", async () => {
  const act = vi.fn();
  await render(
    <>
      <KeyButton k="w" onPress={act}>
        worked
      </KeyButton>
      <KeyButton k="n" onPress={act} disabled>
        no change
      </KeyButton>
    </>,
  );
  for (const b of screen.getAllByRole("button")) await click(b);
  expect(act).toHaveBeenCalledTimes(1);
});
