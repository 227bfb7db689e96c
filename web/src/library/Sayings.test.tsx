import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Saying } from "../api";
import { click, render, server } from "../testing/render";
import { Sayings } from "./Sayings";

const saying = (number: number, more: Partial<Saying> = {}): Saying => ({
  number,
  text: `the wall sleeps, ${number}`,
  error: "board-dark",
  title: "Board dark",
  status: "solved",
  agent: "Runa Holm",
  at: "2026-11-20T09:00:00Z",
  counts: true,
  takenOutBy: null,
  ...more,
});

test("shows how callers put it, and takes a wrong one out", async () => {
  const calls = server({
    "GET /api/errors/board-dark/sayings": [
      saying(9),
      saying(8, { counts: false, takenOutBy: "Odd Vik" }),
      ...[7, 6, 5, 4].map((n) => saying(n)),
    ],
    "POST /api/cases/9/saying": {},
    "POST /api/cases/8/saying": {},
  });
  await render(<Sayings error="board-dark" />);
  expect(screen.getByText("the wall sleeps, 9")).toBeTruthy();
  expect(screen.getByText(/taken out by Odd Vik/)).toBeTruthy();
  expect(screen.queryByText("the wall sleeps, 4")).toBeNull();
  await click(screen.getByText("1 more"));
  expect(screen.getByText("the wall sleeps, 4")).toBeTruthy();
  await click(screen.getAllByText("take out")[0] as HTMLElement);
  await click(screen.getByText("count it again"));
  expect(calls.filter((c) => c.method === "POST").map((c) => [c.path, c.body])).toEqual([
    ["/api/cases/9/saying", { counts: false }],
    ["/api/cases/8/saying", { counts: true }],
  ]);
});

test("says nothing where nobody said anything", async () => {
  server({ "GET /api/errors/board-dark/sayings": [] });
  const place = await render(<Sayings error="board-dark" />);
  expect(place.querySelector(".sayings")).toBeNull();
});
