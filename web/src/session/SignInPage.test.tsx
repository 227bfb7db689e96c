import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { today } from "../testing/day";
import { click, render, server, typeIn } from "../testing/render";
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
  await render(<SignInPage demo={false} account={null} again={false} onDone={done} />);
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
  await render(<SignInPage demo account={null} again={false} />);
  await typeIn(login(), "runa");
  await typeIn(password(), "wrong{Enter}");
  expect(screen.getByRole("alert").textContent).toContain("no POST /api/session");
  expect(login().value).toBe("runa");
});

test("only the demo tells its password", async () => {
  expect((await render(<SignInPage demo={false} account={null} again={false} />)).textContent).not.toContain(
    "mendak-demo",
  );
  expect((await render(<SignInPage demo account={null} again={false} />)).textContent).toContain(
    "mendak-demo",
  );
});

test("an account from elsewhere comes first, and one comes out where one was", async () => {
  window.history.replaceState(null, "", "/evidence?fix=x&account=late");
  const calls = server({ "POST /api/session/away": { address: "#at-the-provider" } });
  await render(<SignInPage demo={false} account="your harbour account" again={false} />);
  expect(screen.getByRole("alert").textContent).toBe(words.account.cameBack["late"]);
  const button = screen.getByRole("button", { name: "Sign in with your harbour account" });
  expect(document.activeElement).toBe(button);
  await click(button);
  expect(calls).toEqual([
    { method: "POST", path: "/api/session/away", body: { to: "/evidence?fix=x", anew: true } },
  ]);
  expect(window.location.hash).toBe("#at-the-provider");
  window.history.replaceState(null, "", "/");
});

test("a word in the address that is none of the server's says nothing", async () => {
  window.history.replaceState(null, "", "/?account=constructor");
  await render(<SignInPage demo={false} account={null} again={false} />);
  expect(screen.queryByRole("alert")).toBeNull();
  expect(screen.queryByText(words.account.orPassword)).toBeNull();
  window.history.replaceState(null, "", "/");
});
