import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { SignedIn } from "../frame";
import { click, render, server, typeIn } from "../testing/render";
import { signedIn } from "../testing/self";
import { KeepingPage } from "./KeepingPage";

const settings = {
  colleaguesFigures: false,
  textDays: 30,
  outputDays: null,
  pictureDays: null,
  nameDays: null,
};
const self = {
  id: 1,
  login: "odd",
  name: "Odd",
  shown: "Odd",
  roles: ["lead"],
  ...signedIn,
};

async function keeping(table: Record<string, unknown> = {}) {
  const calls = server({
    "GET /api/settings": settings,
    "GET /api/purges": { at: "2026-11-24T08:00:00Z", said: "texts of 3 cases" },
    "GET /api/backups": {
      everyHours: 24,
      keeps: 7,
      files: [{ name: "desk-1.zip", bytes: 2_400_000, at: "2026-11-24T08:00:00Z", scheduled: false }],
      failed: { at: "2026-11-24T09:00:00Z", why: "no space is left" },
    },
    ...table,
  });
  const place = await render(
    <SignedIn value={self}>
      <KeepingPage />
    </SignedIn>,
  );
  return { place, calls };
}

test("only what was changed is set", async () => {
  const { calls } = await keeping({ "PATCH /api/settings": { ...settings, nameDays: 90 } });
  await typeIn(screen.getByLabelText(/Requesters' names/), "90");
  await click(screen.getByRole("button", { name: "Keep so" }));
  expect(calls.find((c) => c.method === "PATCH")?.body).toEqual({ nameDays: 90 });
});

test("a number is a case, anything else a requester, and it is typed twice", async () => {
  const erased = { texts: 2, outputs: 0, pictures: 0, names: 2 };
  const { calls } = await keeping({ "POST /api/erasures": erased });
  const go = screen.getByRole<HTMLButtonElement>("button", { name: "Erase for good" });
  await typeIn(screen.getByLabelText(/A case's number/), "Pia 2");
  expect(go.disabled).toBe(true);
  await typeIn(screen.getByLabelText("The same once more"), "Pia 2");
  await click(go);
  await typeIn(screen.getByLabelText(/A case's number/), "17");
  await typeIn(screen.getByLabelText("The same once more"), "17");
  await click(go);
  expect(calls.filter((c) => c.path === "/api/erasures").map((c) => c.body)).toEqual([
    { requester: "Pia 2" },
    { number: 17 },
  ]);
});

test("what the last backup failed at is told beside those that are there", async () => {
  const { place } = await keeping();
  expect(screen.getByRole("alert").textContent).toContain("no space is left");
  expect(place.textContent).toContain("2.4 MB, stays until somebody deletes it");
  expect(place.textContent).toContain("texts of 3 cases");
});
