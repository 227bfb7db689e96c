import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { CaseLine } from "../api";
import { SignedIn } from "../frame";
import { key, render, server, settle } from "../testing/render";
import { signedIn } from "../testing/self";
import { DeskPage } from "./DeskPage";

const line = (number: number, title: string, more: Partial<CaseLine> = {}): CaseLine => ({
  number,
  status: "open",
  error: "e",
  title,
  product: "Purserdesk",
  device: null,
  requester: "Norrholm pier",
  reference: null,
  waitsFor: "me",
  waitsUntil: null,
  agent: "Runa Holm",
  agentId: 1,
  openedAt: `2026-11-24T0${number}:00:00Z`,
  closedAt: null,
  outcomes: [],
  openPutBacks: 0,
  ...more,
});
const OPEN = "GET /api/cases?status=open&limit=200";

async function desk(lines: CaseLine[] | undefined): Promise<HTMLElement> {
  server(lines === undefined ? {} : { [OPEN]: lines });
  return render(
    <SignedIn
      value={{
        id: 1,
        login: "agent",
        name: "Runa Holm",
        shown: "Runa Holm",
        roles: ["agent"],
        ...signedIn,
      }}
    >
      <DeskPage />
    </SignedIn>,
  );
}

test("nothing in hand says what to do", async () => {
  const place = await desk([]);
  expect(place.textContent).toContain("Nothing is in hand.");
  expect(place.textContent).toContain("Paste what a screen said");
});

test("cases stand by what they wait for, with who waits and what is owed", async () => {
  const place = await desk([
    line(1, "Seal refused", { openPutBacks: 2 }),
    line(2, "Till full", {
      waitsFor: "restart",
      waitsUntil: "2026-11-24T12:30:00Z",
      outcomes: ["no-change"],
    }),
    line(3, "Board blank", { agent: "Ines Tarn", agentId: 2, waitsFor: "requester" }),
  ]);
  const titles = screen.getAllByRole("heading", { level: 2 }).map((h) => h.textContent);
  expect(titles).toEqual(["To put back 1", "Waiting for a restart 1", "With colleagues 1"]);
  expect(place.textContent).toContain("2 things to put back");
  expect(place.textContent).toContain("Ines Tarn");
  expect(place.textContent).toContain("waiting for the requester");
  expect(place.textContent).toContain("Purserdesk · Norrholm pier");
});

test("the arrows move the choice and stop at both ends", async () => {
  const place = await desk([line(1, "first"), line(2, "second")]);
  const chosen = () => place.getElementsByClassName("chosen")[0]?.querySelector("b")?.textContent;
  expect(chosen()).toBe("first");
  await key("ArrowUp");
  expect(chosen()).toBe("first");
  await key("ArrowDown");
  expect(chosen()).toBe("second");
  await key("ArrowDown");
  expect(chosen()).toBe("second");
});

test("a desk that cannot be read says so and can be tried again", async () => {
  await desk(undefined);
  expect(screen.getByRole("alert").textContent).toContain("Try again");
});

test("what is shown stays while asking again fails", async () => {
  const place = await desk([line(1, "Seal refused")]);
  server({});
  document.dispatchEvent(new Event("visibilitychange", { bubbles: true }));
  await settle();
  expect(place.textContent).toContain("Seal refused");
  expect(screen.queryByRole("alert")).toBeNull();
});
