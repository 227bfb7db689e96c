import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { today } from "../testing/day";
import { render, server, typeIn } from "../testing/render";
import { words } from "../words";
import { SignInPage } from "./SignInPage";

const login = () => screen.getByLabelText<HTMLInputElement>(words.signIn.login);
const password = () => screen.getByLabelText<HTMLInputElement>(words.signIn.password);

test("the button is dead until both boxes are filled, and what was typed goes to the server", async () => {
  const calls = server({
    "POST /api/session": {
      user: { login: "runa", name: "Runa", roles: ["agent"] },
      demo: false,
      now: today,
    },
  });
  const done = vi.fn();
  await render(<SignInPage demo={false} again={false} onDone={done} />);
  expect(screen.getByRole<HTMLButtonElement>("button", { name: words.signIn.go }).disabled).toBe(true);
  await typeIn(login(), " runa ");
  await typeIn(password(), "secret words{Enter}");
  expect(calls).toEqual([
    { method: "POST", path: "/api/session", body: { login: "runa", password: "secret words" } },
  ]);
  expect(done).toHaveBeenCalledTimes(1);
});

test("a refusal is shown in the server's words and nothing typed is lost", async () => {
  server({});
  await render(<SignInPage demo again={false} />);
  await typeIn(login(), "runa");
  await typeIn(password(), "wrong{Enter}");
  expect(screen.getByRole("alert").textContent).toContain("no POST /api/session");
  expect(login().value).toBe("runa");
});

test("only the demo tells its password", async () => {
  expect((await render(<SignInPage demo={false} again={false} />)).textContent).not.toContain("mendak-demo");
  expect((await render(<SignInPage demo again={false} />)).textContent).toContain("mendak-demo");
});
