import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Route, Routes } from "react-router";
import type { AfterPractice, PracticeDevice, Question } from "../api";
import { anotherText, NOTHING_TAKEN, SignedIn, TakingInDraft, type TakingIn } from "../frame";
import { KEY_LEVEL, useKeys } from "../look";
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
  call: { says: "it sulks", readOut: false, number: null, answers: [] },
  ...more,
});
const READ = rung({
  screen: ["Update put off", "PD-4031"],
  call: { says: "it sulks", readOut: true, number: null, answers: [] },
});

const taken: Partial<TakingIn>[] = [];
const cleared = vi.fn();

function at(draft: TakingIn = NOTHING_TAKEN, roles = ["agent"]) {
  return (
    <SignedIn value={{ id: 1, login: "runa", name: "Runa", shown: "Runa", ...signedIn, roles, demo: true }}>
      <TakingInDraft
        value={{
          draft,
          change: (next) => taken.push(next),
          below: () => undefined,
          practise: (call) => taken.push(call),
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
  const worked = rung({ call: { says: "it sulks", readOut: true, number: -3, answers: [] } });
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
  server({ "GET /api/practice/devices/d1": rung(), "POST /api/practice/devices/d1/reading": READ });
  const changed: string[] = [];
  const strip = (draft: TakingIn) => (
    <TakingInDraft
      value={{
        draft,
        change: () => undefined,
        below: (text) => changed.push(text),
        practise: () => undefined,
        clear: cleared,
        pastes: 0,
        pasted: () => undefined,
      }}
    >
      <OnTheLine />
    </TakingInDraft>
  );
  expect((await render(strip(NOTHING_TAKEN))).textContent).toBe("");
  const shown = await render(strip(of));
  await settle();
  expect(shown.textContent).toContain(m.counts);
  await click(screen.getByText(m.readOut));
  await settle();
  expect(changed).toEqual(["Update put off\nPD-4031"]);
  expect(screen.queryByText(m.readOut)).toBeNull();
  await click(screen.getByText(m.realCall));
  expect(cleared).toHaveBeenCalledOnce();
});

const CONSOLE = [
  { typed: true, text: "tillctl sales waiting" },
  { typed: false, text: "waiting: 17" },
  { typed: false, text: "pushed: 17" },
];

test("the other end stands at the foot of its case: asked, tried, typed at, and what it printed is taken into the case", async () => {
  const printed: string[] = [];
  const calls = server({
    "GET /api/practice/cases/-3": { device: "d1", name: "till-tar-03", says: "it sulks", ended: null },
    ...TABLE,
    "POST /api/practice/devices/d1/lines": { ...READ, console: CONSOLE },
    "POST /api/practice/devices/d1/hands": READ,
    "POST /api/practice/devices/d1/tries": READ,
  });
  const place = await render(<OtherEnd n={-3} questions={[]} onPrinted={(text) => printed.push(text)} />);
  await settle();
  expect(place.textContent).toContain("it sulks");
  await click(screen.getByText(m.readOut));
  await settle();
  expect(place.textContent).toContain("PD-4031");
  await click(screen.getByText("Start the update"));
  await click(screen.getByText(m.toDoings));
  await click(screen.getByText("restart it"));
  await key(">");
  await settle();
  const box = place.querySelector("input") as HTMLInputElement;
  expect(document.activeElement).toBe(box);
  await typeIn(box, "tillctl sales waiting{Enter}");
  await settle();
  expect(calls.at(-1)?.body).toEqual({ line: "tillctl sales waiting" });
  await click(screen.getByText(m.readBack));
  expect(printed).toEqual(["waiting: 17\npushed: 17"]);
  await typeIn(box, "tillctl sa");
  const isHidden = () => place.querySelector(".other-end-parts")?.hasAttribute("hidden");
  await click(screen.getByText(m.fold));
  expect(isHidden()).toBe(true);
  box.blur();
  await key(";");
  expect(screen.getByText("restart it")).toBeTruthy();
  await key(">");
  expect(isHidden()).toBe(false);
  expect(document.activeElement).toBe(box);
  expect(box.value).toBe("tillctl sa");
});

const asks = (index: number, text: string, sets: string, more: Partial<Question> = {}): Question => ({
  index,
  text,
  sets,
  choices: ["yes", "no"],
  minutes: 1,
  how: "",
  run: [],
  spoken: [],
  wanted: [],
  hangsOn: [],
  answered: false,
  ...more,
});

test("whoever rang is asked what the runbook asks, and hands do things there, each by a key and a digit", async () => {
  const answered = (fact: string, answer: string | null) => ({
    ...READ,
    call: { says: "it sulks", readOut: true, number: -3, answers: [{ fact, answer }] },
  });
  const calls = server({
    ...TABLE,
    "GET /api/practice/cases/-3": { device: "d1", name: "till-tar-03", says: "it sulks", ended: null },
    "GET /api/practice/devices/d1": READ,
    "POST /api/practice/devices/d1/question": answered("line_up", "no"),
    "POST /api/practice/devices/d1/hands": answered("season", null),
  });
  const card = vi.fn();
  function Card() {
    useKeys("card", [{ key: "1", says: "yes", act: card }], KEY_LEVEL.part);
    return null;
  }
  const place = await render(
    <>
      <Card />
      <OtherEnd
        n={-3}
        questions={[
          asks(0, "Is the line up?", "line_up"),
          asks(1, "How full is it?", "room", {
            run: [{ kind: "literal", text: "tillctl area", name: "", title: "", note: "" }],
          }),
          asks(2, "Was it dark?", "power_cut", { answered: true }),
        ]}
        onPrinted={() => undefined}
      />
    </>,
  );
  await settle();
  await key("1");
  expect(card).toHaveBeenCalledOnce();
  expect(calls.some((c) => c.method === "POST")).toBe(false);
  await key(";");
  // a look is made at the console, and what is known is not asked again
  expect(place.textContent).toContain("Is the line up?");
  expect(place.textContent).not.toContain("How full");
  expect(place.textContent).not.toContain("Was it dark");
  await key("1");
  await settle();
  expect(calls.at(-1)).toMatchObject({
    path: "/api/practice/devices/d1/question",
    body: { fact: "line_up" },
  });
  // the digit was not the card's
  expect(card).toHaveBeenCalledOnce();
  expect(place.querySelector(".answered")?.textContent).toBe("Is the line up? \u201cno\u201d");
  await key(";");
  await key("Escape");
  await key("2");
  expect(calls.at(-1)?.path).toContain("question");
  await key(";");
  await key("2");
  await settle();
  expect(calls.at(-1)).toMatchObject({
    path: "/api/practice/devices/d1/hands",
    body: { hand: "restart it" },
  });
  expect(place.querySelector(".answered")?.textContent).toBe(`season ${m.cannotSay}`);
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
  asking: { question: "Is the line up?", answer: "no", way: way(["Push the sales"], 4, true) },
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
  expect(place.querySelectorAll(".way .mends")).toHaveLength(3);
  expect(place.querySelector(".ways")?.textContent).toContain(
    `${m.after.askedFirst}Is the line up? \u201cno\u201dPush the sales`,
  );
});

test("what went wrong is said plainly", async () => {
  const place = await told({
    ...TOLD,
    mended: false,
    left: ["helper.type: automatic \u2192 manual"],
    workedUnder: "No room",
    yours: way([], 0, false),
    asking: null,
    verdict: "nothing-tried",
    longerBy: null,
    onDevice: null,
    minutes: 0.2,
  });
  for (const said of [
    m.after.notMended,
    "helper.type",
    m.after.asAnother("No room", "Sales wait"),
    m.after.nothingTried,
    m.after.verdict["nothing-tried"] ?? "?",
    "Under a minute from opening to end.",
  ])
    expect(place.textContent).toContain(said);
  const gone = await told({ ...TOLD, mended: null });
  expect(gone.textContent).toContain(m.after.unknown);
});
