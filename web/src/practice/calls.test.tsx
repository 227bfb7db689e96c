import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Route, Routes } from "react-router";
import type { AfterPractice, PracticeDevice } from "../api";
import { anotherText, NOTHING_TAKEN, SignedIn, TakingInDraft, type TakingIn } from "../frame";
import { click, key, render, server, settle, typeIn } from "../testing/render";
import { signedIn } from "../testing/self";
import { words } from "../words";
import { AfterCall } from "./AfterCall";
import { DevicePage } from "./DevicePage";
import { OnTheLine } from "./OnTheLine";
import { OtherEnd } from "./OtherEnd";
import { PracticePage } from "./PracticePage";

const m = words.practice;

const rung = (more: Partial<PracticeDevice> = {}): PracticeDevice => ({
  id: "d1",
  name: "till-tar-03",
  kind: "till",
  screen: [],
  console: [],
  log: [],
  hands: ["restart it"],
  action: "Start the update",
  seconds: 12,
  asks: false,
  call: { says: "it sulks", readOut: false, number: null },
  ...more,
});
const READ = rung({
  screen: ["Update put off", "PD-4031"],
  call: { says: "it sulks", readOut: true, number: null },
});

const taken: Partial<TakingIn>[] = [];

function at(draft: TakingIn = NOTHING_TAKEN, roles = ["agent"]) {
  return (
    <SignedIn value={{ id: 1, login: "runa", name: "Runa", shown: "Runa", ...signedIn, roles, demo: true }}>
      <TakingInDraft
        value={{
          draft,
          change: (next) => taken.push(next),
          clear: () => undefined,
          pastes: 0,
          pasted: () => undefined,
        }}
      >
        <Routes>
          <Route path="/" element={<PracticePage />} />
          <Route path="/practice/:id" element={<DevicePage />} />
          <Route path="/taking-in" element={<p>taking in</p>} />
          <Route path="/case/:n" element={<p>the case</p>} />
        </Routes>
      </TakingInDraft>
    </SignedIn>
  );
}

const TABLE = {
  "GET /api/practice/devices": { names: ["till-tar-03"], mine: [] },
  "GET /api/practice/cases": [],
  "GET /api/practice/choice": { all: true, errors: [] },
  "POST /api/practice/calls": rung(),
  "GET /api/practice/devices/d1": rung(),
  "POST /api/practice/devices/d1/reading": READ,
};

test("a call is taken with a key, what stands there is asked for with another, and it is taken in as practice", async () => {
  server(TABLE);
  const place = await render(at());
  await key("c");
  await settle();
  expect(place.textContent).toContain("it sulks");
  expect(place.querySelector(".screen")?.textContent).toBe(m.notRead);
  expect(place.textContent).not.toContain(m.log);
  await key("r");
  await settle();
  expect(place.querySelector(".screen")?.textContent).toBe("Update put offPD-4031");
  await key("c");
  await settle();
  expect(place.textContent).toContain("taking in");
  expect(taken.at(-1)).toMatchObject({
    text: "it sulks\nUpdate put off\nPD-4031",
    device: "till-tar-03",
    call: "d1",
    says: "it sulks",
  });
});

test("a call that has its case leads there", async () => {
  const worked = rung({ call: { says: "it sulks", readOut: true, number: -3 } });
  server({ ...TABLE, "POST /api/practice/calls": worked, "GET /api/practice/devices/d1": worked });
  const place = await render(at());
  await key("c");
  await settle();
  await key("c");
  await settle();
  expect(place.textContent).toContain("the case");
});

test("one's own practice cases are listed, and what is practised is chosen by a lead", async () => {
  const calls = server({
    ...TABLE,
    "GET /api/practice/cases": [
      {
        number: -3,
        device: "till-tar-03",
        says: "it sulks",
        status: "open",
        openedAt: "2026-01-01T00:00:00Z",
      },
    ],
    "GET /api/practice/choice": {
      all: false,
      errors: [
        { error: "till-staging-full", title: "No room to stage", chosen: true },
        { error: "till-locked", title: "The till is locked", chosen: false },
      ],
    },
    "PUT /api/practice/choice": { all: true, errors: [] },
  });
  const agent = await render(at());
  expect(agent.querySelector('a[href="/case/-3"]')?.textContent).toBe("Practice 3");
  expect(agent.textContent).toContain(m.choice.some(1));
  expect(agent.textContent).toContain("No room to stage");
  expect(screen.queryByText(m.choice.change)).toBeNull();
  agent.remove();

  const lead = await render(at(NOTHING_TAKEN, ["agent", "author", "lead"]));
  await click(screen.getAllByText(m.choice.change).at(-1) as HTMLElement);
  await typeIn(screen.getByLabelText(m.choice.find), "locked");
  expect(lead.querySelectorAll(".choosing li")).toHaveLength(1);
  await click(screen.getByText("The till is locked"));
  await click(screen.getByText(`${m.choice.save} (2)`));
  await settle();
  expect(calls.at(-1)?.body).toEqual({ errors: ["till-staging-full", "till-locked"] });
});

test("a paste stays with the call it is about; a real call takes it off", async () => {
  const of = { ...NOTHING_TAKEN, call: "d1", says: "it sulks", device: "till-tar-03", product: "Purserdesk" };
  expect(anotherText(of, "more")).toEqual({
    ...NOTHING_TAKEN,
    call: "d1",
    says: "it sulks",
    device: "till-tar-03",
    text: "more",
  });
  expect(anotherText({ ...NOTHING_TAKEN, device: "till-nor-04" }, "more")).toEqual({
    ...NOTHING_TAKEN,
    text: "more",
  });
  const strip = (draft: TakingIn) => (
    <TakingInDraft
      value={{
        draft,
        change: (next) => taken.push(next),
        clear: () => undefined,
        pastes: 0,
        pasted: () => undefined,
      }}
    >
      <OnTheLine />
    </TakingInDraft>
  );
  expect((await render(strip(NOTHING_TAKEN))).textContent).toBe("");
  const shown = await render(strip(of));
  expect(shown.textContent).toContain(m.counts);
  await click(screen.getByText(m.realCall));
  expect(taken.at(-1)).toEqual({ call: "", says: "", device: "", text: "" });
});

const CONSOLE = [
  { typed: true, text: "tillctl sales waiting" },
  { typed: false, text: "waiting: 17" },
  { typed: false, text: "pushed: 17" },
];

test("the other end stands at the foot of its case: asked, tried, typed at, and what it printed is taken into the case", async () => {
  const calls = server({
    "GET /api/practice/cases/-3": { device: "d1", name: "till-tar-03", says: "it sulks", ended: null },
    ...TABLE,
    "POST /api/practice/devices/d1/lines": { ...READ, console: CONSOLE },
    "POST /api/practice/devices/d1/hands": READ,
    "POST /api/practice/devices/d1/tries": READ,
  });
  const place = await render(<OtherEnd n={-3} />);
  await settle();
  expect(place.textContent).toContain("it sulks");
  await click(screen.getByText(m.readOut));
  await settle();
  expect(place.textContent).toContain("PD-4031");
  await click(screen.getByText("Start the update"));
  await click(screen.getByText("restart it"));
  await key(">");
  await settle();
  const box = place.querySelector("input") as HTMLInputElement;
  expect(document.activeElement).toBe(box);
  await typeIn(box, "tillctl sales waiting{Enter}");
  await settle();
  expect(calls.at(-1)?.body).toEqual({ line: "tillctl sales waiting" });
  // the test's own browser has neither
  vi.stubGlobal(
    "DataTransfer",
    class {
      private text = "";
      setData(_: string, text: string) {
        this.text = text;
      }
      getData() {
        return this.text;
      }
    },
  );
  vi.stubGlobal(
    "ClipboardEvent",
    class extends Event {
      readonly clipboardData: DataTransfer;
      constructor(kind: string, init: ClipboardEventInit) {
        super(kind, init);
        this.clipboardData = init.clipboardData as DataTransfer;
      }
    },
  );
  const pasted: string[] = [];
  const hear = (e: ClipboardEvent) => pasted.push(e.clipboardData?.getData("text/plain") ?? "");
  window.addEventListener("paste", hear);
  await click(screen.getByText(m.readBack));
  window.removeEventListener("paste", hear);
  vi.unstubAllGlobals();
  expect(pasted).toEqual(["waiting: 17\npushed: 17"]);
  await click(screen.getByText(m.fold));
  expect(place.querySelector(".console")).toBeNull();
  await click(screen.getByText(m.unfold));
  expect(place.querySelector(".console")).not.toBeNull();
});

const way = (titles: string[], minutes: number | null, mends: boolean) => ({
  fixes: titles.map((t) => ({ fix: t, title: t })),
  minutes,
  mends,
});
const TOLD: AfterPractice = {
  error: "e",
  errorTitle: "Sales wait",
  cause: "push",
  causeTitle: "Push the sales",
  mended: true,
  left: [],
  minutes: 9.4,
  onDevice: 14.2,
  workedUnder: null,
  yours: way(["Restart", "Push the sales"], 12, true),
  laidOut: way(["Push the sales"], 5, true),
  verdict: "longer",
  longerBy: 7,
};

async function told(t: AfterPractice): Promise<HTMLElement> {
  server({
    ...TABLE,
    "GET /api/practice/cases/-3": { device: null, name: "till-tar-03", says: "it sulks", ended: t },
  });
  const place = await render(<AfterCall n={-3} status={`solved ${t.verdict} ${String(t.mended)}`} />);
  await settle();
  return place;
}

test("at the end one sees what it was, how long it took, and what the order as laid out would have saved", async () => {
  const place = await told(TOLD);
  expect(place.querySelector(".what-it-was")?.textContent).toBe("Sales wait");
  expect(place.querySelector('a[href="/library/fixes/push"]')?.textContent).toBe("Push the sales");
  expect(place.textContent).toContain("9 min from opening to end, 14 min on the device.");
  expect(place.textContent).toContain(m.after.verdict.longer);
  expect(place.textContent).toContain("7 min");
  expect(place.querySelectorAll(".way .mends")).toHaveLength(2);
});

test("what went wrong is said plainly", async () => {
  const place = await told({
    ...TOLD,
    mended: false,
    left: ["helper.type: automatic \u2192 manual"],
    workedUnder: "No room",
    yours: way([], 0, false),
    verdict: "not-there",
    longerBy: null,
    onDevice: null,
    minutes: 0.2,
  });
  for (const said of [
    m.after.notMended,
    "helper.type",
    m.after.asAnother("No room", "Sales wait"),
    m.after.nothingTried,
    m.after.verdict["not-there"] ?? "?",
    "Under a minute from opening to end.",
  ])
    expect(place.textContent).toContain(said);
  const gone = await told({ ...TOLD, mended: null });
  expect(gone.textContent).toContain(m.after.unknown);
});
