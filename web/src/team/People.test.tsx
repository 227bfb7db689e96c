import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Person } from "../api";
import { SignedIn } from "../frame";
import { click, render, server, typeIn } from "../testing/render";
import { signedIn } from "../testing/self";
import { PeoplePage } from "./PeoplePage";

const person = (id: number, login: string | null, more: Partial<Person> = {}): Person => ({
  id,
  login,
  name: `Somebody ${id}`,
  shown: `Somebody ${id}`,
  role: "agent",
  active: login !== null,
  signedInAt: null,
  erasedAt: null,
  byAccount: false,
  sessions: 0,
  mine: false,
  ...more,
});
const self = {
  id: 1,
  login: "odd",
  name: "Odd",
  shown: "Odd",
  roles: ["lead"],
  ...signedIn,
};

async function people(all: Person[], table: Record<string, unknown> = {}) {
  const calls = server({
    "GET /api/people": all,
    "GET /api/people/2/access": { sessions: [], tokens: [] },
    ...table,
  });
  const place = await render(
    <SignedIn value={self}>
      <PeoplePage />
    </SignedIn>,
  );
  return { place, calls };
}

test("people stand by what they may, and who was erased is only counted", async () => {
  const { place } = await people([
    person(1, "odd", { mine: true, sessions: 2, signedInAt: "2026-11-24T08:00:00Z" }),
    person(2, "liv", { active: false }),
    person(3, null),
    person(4, null, { erasedAt: "2026-11-24T08:00:00Z", name: "somebody" }),
  ]);
  const titles = screen.getAllByRole("heading", { level: 2 }).map((h) => h.textContent);
  expect(titles).toEqual(["Can sign in 1", "Shut out 1", "Known by name alone 1"]);
  expect(place.textContent).toContain("at 2 browsers now");
  expect(place.textContent).toContain("1 person was erased.");
});

test("nobody shuts out or erases themselves", async () => {
  await people([person(2, "odd", { mine: true })]);
  await click(screen.getByRole("button", { name: /odd/ }));
  expect(screen.queryByRole("button", { name: "Shut out" })).toBeNull();
  expect(screen.queryByRole("button", { name: /Erase/ })).toBeNull();
});

test("erasing is asked for by typing the sign-in once more", async () => {
  const { calls } = await people([person(2, "liv")], { "POST /api/people/2/erasure": person(2, null) });
  await click(screen.getByRole("button", { name: /liv/ }));
  await click(screen.getByRole("button", { name: "Erase …" }));
  const go = screen.getByRole<HTMLButtonElement>("button", { name: "Erase for good" });
  expect(go.disabled).toBe(true);
  await typeIn(screen.getByLabelText("Type liv to erase them"), "liv");
  await click(go);
  expect(calls.some((c) => c.path === "/api/people/2/erasure")).toBe(true);
});

test("who is new gets an address to choose a password by", async () => {
  const { place, calls } = await people([person(1, "odd", { mine: true })], {
    "POST /api/people": person(5, "per", { name: "Per" }),
    "POST /api/people/5/address": { path: "welcome/abc", until: "2026-11-30T08:00:00Z" },
  });
  await typeIn(screen.getByLabelText("Name"), "Per");
  await typeIn(screen.getByLabelText("Sign-in name"), "per");
  await click(screen.getByRole("button", { name: "Add somebody" }));
  expect(calls.find((c) => c.path === "/api/people" && c.method === "POST")?.body).toEqual({
    name: "Per",
    login: "per",
    role: "agent",
  });
  expect(place.textContent).toContain("/welcome/abc");
});
