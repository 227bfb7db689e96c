import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { Route, Routes } from "react-router";
import type { PracticeDevice } from "../api";
import { NOTHING_TAKEN, SignedIn, TakingInDraft, type TakingIn } from "../frame";
import { click, key, render, server, settle, typeIn } from "../testing/render";
import { signedIn } from "../testing/self";
import { words } from "../words";
import { DevicePage } from "./DevicePage";
import { PracticeLink } from "./PracticeLink";
import { PracticePage } from "./PracticePage";

const m = words.practice;

const till = (more: Partial<PracticeDevice> = {}): PracticeDevice => ({
  id: "d1",
  name: "till-tar-03",
  kind: "till",
  screen: ["Update put off", "PD-4031"],
  console: [],
  log: [],
  hands: ["restart it"],
  action: "Start the update",
  seconds: 40,
  asks: false,
  call: null,
  ...more,
});

const taken: Partial<TakingIn>[] = [];
let pastes = 0;

/** The page at an address, and where it leads to. */
function at() {
  return (
    <TakingInDraft
      value={{
        draft: NOTHING_TAKEN,
        change: (next) => taken.push(next),
        below: () => undefined,
        practise: () => undefined,
        clear: () => undefined,
        pastes: 0,
        pasted: () => pastes++,
      }}
    >
      <Routes>
        <Route path="/" element={<PracticePage />} />
        <Route path="/practice" element={<p>the shelf</p>} />
        <Route path="/practice/:id" element={<DevicePage />} />
        <Route path="/taking-in" element={<p>taking in</p>} />
      </Routes>
    </TakingInDraft>
  );
}

const TABLE = {
  "GET /api/practice/devices": {
    names: ["panel-eider", "till-tar-03"],
    mine: [{ id: "d1", name: "till-nor-04", kind: "till", call: null }],
  },
  "GET /api/practice/cases": [],
  "GET /api/practice/choice": { all: true, errors: [] },
  "POST /api/practice/devices": till(),
  "GET /api/practice/devices/d1": till(),
  "POST /api/practice/devices/d1/tries": till({ screen: ["It begins to unpack."], seconds: 90 }),
  "POST /api/practice/devices/d1/hands": till({ screen: ["Sign in, purser"] }),
  "POST /api/practice/devices/d1/lines": till({
    console: [
      { typed: true, text: "<b>loud</b>" },
      { typed: false, text: "not known on this till" },
    ],
    asks: true,
  }),
};

test("one with a fault is taken with a key, tried with another, and its console answers", async () => {
  const calls = server(TABLE);
  const place = await render(at());
  expect(place.textContent).toContain("panel-eider");
  expect(place.textContent).toContain("till-nor-04");
  await key("t");
  await settle();
  expect(calls.find((c) => c.method === "POST")?.body).toEqual({ name: null, error: null, cause: null });
  expect(place.querySelector(".screen")?.textContent).toBe("Update put offPD-4031");
  (document.activeElement as HTMLElement).blur();
  await key("t");
  await settle();
  expect(place.querySelector(".screen")?.textContent).toBe("It begins to unpack.");
  expect(place.textContent).toContain(m.passed(1.5));
  await key("1");
  await settle();
  expect(calls.at(-1)?.body).toEqual({ hand: "restart it" });
  const box = place.querySelector("input") as HTMLInputElement;
  await typeIn(box, "<b>loud</b>{Enter}");
  await settle();
  expect(calls.at(-1)?.body).toEqual({ line: "<b>loud</b>" });
  expect(place.querySelector(".typed")?.textContent).toBe("<b>loud</b>");
  expect(box.placeholder).toBe(m.answerPrompt);
  // what was typed comes back
  await typeIn(box, "{ArrowUp}");
  expect(box.value).toBe("<b>loud</b>");
  await typeIn(box, "{ArrowDown}");
  expect(box.value).toBe("");
});

test("what its screen says is taken in with its name", async () => {
  server(TABLE);
  const place = await render(at());
  await key("t");
  await settle();
  (document.activeElement as HTMLElement).blur();
  await key("c");
  await settle();
  expect(place.textContent).toContain("taking in");
  expect(taken.at(-1)).toMatchObject({ text: "Update put off\nPD-4031", device: "till-tar-03" });
  expect(pastes).toBe(1);
});

test("one that nothing is wrong with is taken by its name, and given back", async () => {
  const calls = server({
    ...TABLE,
    "POST /api/practice/devices": till({ action: null }),
    "GET /api/practice/devices/d1": till({ action: null }),
    "DELETE /api/practice/devices/d1": null,
  });
  const place = await render(at());
  await click(screen.getByText("panel-eider"));
  await settle();
  expect(calls.find((c) => c.method === "POST")?.body).toMatchObject({ name: "panel-eider" });
  expect(place.querySelector(".strong")).toBeNull();
  expect(place.textContent).toContain(m.noLog);
  await click(screen.getByText(m.back));
  await settle();
  expect(place.textContent).toContain("the shelf");
});

test("a case leads to the practice device that it is about, for whoever has it", async () => {
  const self = { id: 1, login: "runa", name: "Runa", shown: "Runa", roles: ["agent"], ...signedIn };
  const link = (demo: boolean, device: string | null) =>
    render(
      <SignedIn value={{ ...self, demo }}>
        <PracticeLink device={device} />
      </SignedIn>,
    );
  server(TABLE);
  expect((await link(true, "till-nor-04")).querySelector("a")?.getAttribute("href")).toBe("/practice/d1");
  expect((await link(true, "till-tar-03")).querySelector("a")).toBeNull();
  expect((await link(false, "till-nor-04")).querySelector("a")).toBeNull();
});

test("without a demo the page says so", async () => {
  server({});
  expect((await render(at())).textContent).toContain("no GET /api/practice/devices");
});
