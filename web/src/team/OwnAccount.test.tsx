import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { SignedIn } from "../frame";
import { click, render, server } from "../testing/render";
import { signedIn } from "../testing/self";
import { words } from "../words";
import { OwnAccount } from "./OwnAccount";

const self = {
  id: 1,
  login: "odd",
  name: "Odd",
  shown: "Odd",
  roles: ["agent"],
  ...signedIn,
};
const shown = (account: string | null, byAccount: boolean) =>
  render(
    <SignedIn value={{ ...self, account, byAccount }}>
      <OwnAccount />
    </SignedIn>,
  );

test("where the desk takes no accounts nothing is said of them", async () => {
  expect((await shown(null, false)).textContent).toBe("");
});

test("whoever has a password goes to their account from here, and says so by nothing but one button", async () => {
  const calls = server({ "POST /api/account": { address: "#there" } });
  await shown("your harbour account", false);
  await click(screen.getByRole("button", { name: words.account.tie("your harbour account") }));
  expect(calls.map((c) => c.path)).toEqual(["/api/account"]);
  expect(window.location.hash).toBe("#there");
});

test("whoever has one is told so, and what came of it once they are back", async () => {
  window.history.replaceState(null, "", "/team?account=tied");
  const box = await shown("your harbour account", true);
  expect(screen.getByRole("status").textContent).toBe(words.account.cameBack["tied"]);
  expect(box.querySelector("button")).toBeNull();
  window.history.replaceState(null, "", "/");
});
