import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { click, render, server, typeIn } from "../testing/render";
import { Hooks } from "./Hooks";

const call = {
  id: 7,
  event: "published",
  about: "fix/x/1/2",
  at: "2026-11-25T10:00:00Z",
  state: "given-up",
  tries: 9,
  nextAt: null,
  answer: "nobody answers there",
  endedAt: "2026-11-27T10:00:00Z",
  body: '{"type":"mendak.published"}',
};
const hook = {
  id: 1,
  address: "https://shore.example/told",
  events: ["published"],
  paused: false,
  by: "Odd V.",
  at: "2026-11-25T09:00:00Z",
  secret: null,
  last: call,
};

test("a hook says what it last heard, and its log what was told, why not, and once more", async () => {
  const calls = server({
    "GET /api/hooks": [hook],
    "GET /api/hooks/1/calls": { total: 80, calls: [call] },
    "POST /api/hooks/1/calls/7/again": { total: 80, calls: [{ ...call, state: "waiting" }] },
  });
  await render(<Hooks />);
  expect(screen.getByText(/given up/)).toBeTruthy();
  await click(screen.getByRole("button", { name: "what it was told" }));
  expect(screen.getByText("9 tries · nobody answers there")).toBeTruthy();
  expect(screen.getByText("the newest 1 of 80")).toBeTruthy();
  await click(screen.getByRole("button", { name: "once more" }));
  expect(calls.some((c) => c.method === "POST" && c.path === "/api/hooks/1/calls/7/again")).toBe(true);
});

test("the secret is shown when an address is added, until it is noted", async () => {
  const calls = server({
    "GET /api/hooks": [],
    "POST /api/hooks": { ...hook, last: null, secret: "s3cr3t" },
  });
  await render(<Hooks />);
  expect(screen.getByText("Nobody is told.")).toBeTruthy();
  await click(screen.getByLabelText("what surges"));
  await typeIn(screen.getByLabelText("Address that is called"), "https://shore.example/told{Enter}");
  expect(calls.find((c) => c.method === "POST")?.body).toEqual({
    address: "https://shore.example/told",
    events: ["published", "case-closed"],
  });
  expect(screen.getByText("s3cr3t")).toBeTruthy();
  await click(screen.getByRole("button", { name: "I have noted it" }));
  expect(screen.queryByText("s3cr3t")).toBeNull();
});
