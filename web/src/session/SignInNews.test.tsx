import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { today } from "../testing/day";
import { click, render, server } from "../testing/render";
import { words } from "../words";
import { SignInNews } from "./SignInNews";

const news = [
  { at: today, who: "Odd Vik", what: "address-made", detail: "" },
  { at: today, who: "Odd Vik", what: "person-changed", detail: "author" },
  { at: today, who: "Odd Vik", what: "constructor", detail: "" },
];

test("nothing happened, nothing stands there", async () => {
  expect((await render(<SignInNews news={[]} />)).textContent).toBe("");
});

test("each thing is told in a sentence, and read with one button", async () => {
  const calls = server({ "DELETE /api/session/news": null });
  const box = await render(<SignInNews news={news} />);
  expect([...box.querySelectorAll("li")].map((li) => li.textContent.replace(/^.*\d\d:\d\d: /, ""))).toEqual([
    "Odd Vik made a one-time address for a new password of yours.",
    "Odd Vik changed your sign-in: author.",
    "constructor",
  ]);
  await click(screen.getByRole("button", { name: words.news.read }));
  expect(calls.map((c) => `${c.method} ${c.path}`)).toEqual(["DELETE /api/session/news"]);
});
