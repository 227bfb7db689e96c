import { expect, test } from "vitest";
import { click, render, server, typeIn } from "../testing/render";
import { words } from "../words";
import { OwnPassword } from "./OwnPassword";

const t = words.team;
const box = (place: HTMLElement, label: string) =>
  place.querySelector(`input[aria-label="${label}"]`) as HTMLInputElement;
const button = (place: HTMLElement) => place.querySelector('button[type="submit"]') as HTMLButtonElement;

test("a refused change says why and keeps what was typed", async () => {
  const calls = server({});
  const place = await render(<OwnPassword />);
  expect(button(place).disabled).toBe(true);
  await typeIn(box(place, t.oldPassword), "the one of now");
  await typeIn(box(place, t.newPassword), "another longer one");
  await click(button(place));
  expect(calls).toEqual([
    {
      method: "POST",
      path: "/api/password",
      body: { old: "the one of now", password: "another longer one" },
    },
  ]);
  expect(place.querySelector('[role="alert"]')?.textContent).toContain("no POST /api/password");
  expect(box(place, t.newPassword).value).toBe("another longer one");
});

test("a change that was taken empties the boxes", async () => {
  server({ "POST /api/password": {} });
  const place = await render(<OwnPassword />);
  await typeIn(box(place, t.oldPassword), "the one of now");
  await typeIn(box(place, t.newPassword), "another longer one");
  await click(button(place));
  expect(box(place, t.oldPassword).value).toBe("");
  expect(place.querySelector('[role="alert"]')).toBeNull();
  expect(document.body.textContent).toContain(t.passwordChanged);
});
