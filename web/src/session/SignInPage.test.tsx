import { act } from "react";
import { expect, test, vi } from "vitest";
import { render, server, settle } from "../testing/render";
import { SignInPage } from "./SignInPage";

async function type(place: HTMLElement, name: string, text: string): Promise<void> {
  const box = place.querySelector(`input[name=${name}]`) as HTMLInputElement;
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
  await act(async () => {
    set?.call(box, text);
    box.dispatchEvent(new Event("input", { bubbles: true }));
  });
}
async function enter(place: HTMLElement): Promise<void> {
  await act(async () => {
    place.querySelector("form")?.dispatchEvent(new Event("submit", { bubbles: true, cancelable: true }));
  });
  await settle();
}

test("the button is dead until both boxes are filled, and what was typed goes to the server", async () => {
  const calls = server({
    "POST /api/session": { user: { login: "runa", name: "Runa", roles: ["agent"] }, demo: false },
  });
  const done = vi.fn();
  const place = await render(<SignInPage demo={false} again={false} onDone={done} />);
  expect(place.querySelector<HTMLButtonElement>("button[type=submit]")?.disabled).toBe(true);
  await type(place, "login", " runa ");
  await type(place, "password", "secret words");
  await enter(place);
  expect(calls).toEqual([
    { method: "POST", path: "/api/session", body: { login: "runa", password: "secret words" } },
  ]);
  expect(done).toHaveBeenCalledTimes(1);
});

test("a refusal is shown in the server's words and nothing typed is lost", async () => {
  server({});
  const place = await render(<SignInPage demo again={false} />);
  await type(place, "login", "runa");
  await type(place, "password", "wrong");
  await enter(place);
  expect(place.querySelector("[role=alert]")?.textContent).toContain("no POST /api/session");
  expect(place.querySelector<HTMLInputElement>("input[name=login]")?.value).toBe("runa");
});

test("only the demo tells its password", async () => {
  expect((await render(<SignInPage demo={false} again={false} />)).textContent).not.toContain("mendak-demo");
  expect((await render(<SignInPage demo again={false} />)).textContent).toContain("mendak-demo");
});
