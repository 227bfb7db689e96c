import { screen } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { type Attempt, type Case, type FilledFix, type FilledStep, now, type PlanStep } from "../../api";
import { click, key, render, server, typeIn } from "../../testing/render";
import { words } from "../../words";
import { OpenFix } from "./OpenFix";
import { useCaseActs } from "../useCaseActs";

const step = (index: number, title: string, more: Partial<FilledStep> = {}): FilledStep => ({
  index,
  part: "",
  runs: "",
  title,
  prose: "",
  behind: "",
  applies: "yes",
  when: "",
  each: "",
  items: [],
  commands: [],
  expect: [],
  captures: [],
  choose: null,
  must: { musts: [], held: false, passed: null },
  opened: null,
  cautions: [],
  answers: [],
  asks: [],
  gets: [],
  onlyIf: null,
  checks: [],
  putBacks: [],
  followUps: [],
  notes: [],
  minutes: 0,
  restartMinutes: 0,
  waitMinutes: 0,
  nothingShows: "",
  doneWhen: "",
  destroys: "",
  target: "",
  ...more,
});
const fix: FilledFix = {
  key: "empty-staging",
  title: "Empty the staging area",
  workaround: false,
  minutes: 4,
  risk: "safe",
  discouraged: "",
  intro: "",
  sideEffects: [],
  told: { reversible: false, keepsData: false, offline: false, affects: "" },
  needs: [
    {
      id: "local-admin",
      title: "Local administrator",
      state: "unknown",
      fact: "need.local-admin",
      wanted: "yes",
      how: "",
    },
  ],
  together: [],
  steps: [
    step(0, "Look", {
      commands: [
        {
          language: "sh",
          item: "",
          before: "",
          pieces: [{ kind: "literal", text: "tillctl look", name: "", title: "", note: "" }],
          spoken: [],
        },
      ],
    }),
    step(1, "Sweep", {
      commands: [
        {
          language: "sh",
          item: "",
          before: "",
          pieces: [{ kind: "blank", text: "", name: "area", title: "area of staging", note: "" }],
          spoken: [],
        },
      ],
    }),
    step(2, "Restart", { restartMinutes: 5 }),
  ],
};
const opened = (attempts: Attempt[] = []): Case =>
  ({
    number: 7,
    status: "open",
    waitsFor: "me",
    error: "e",
    attempts,
    putBacks: [],
    facts: [],
  }) as unknown as Case;
const attempt = (done: number): Attempt =>
  ({
    id: 3,
    fix: "empty-staging",
    outcome: null,
    steps: Array.from({ length: done }, (_, i) => ({
      clientId: `c${i}`,
      step: i,
      what: "done",
      output: null,
      item: null,
    })),
  }) as unknown as Attempt;

const ANSWERS = {
  "GET /api/cases/7/fixes/empty-staging": fix,
  "POST /api/cases/7/attempts": { id: 3 },
  "POST /api/cases/7/attempts/3/steps": { clientId: "x", captured: {} },
  "PATCH /api/cases/7/attempts/3": opened(),
  "POST /api/cases/7/facts": opened(),
  "PATCH /api/cases/7": opened(),
};

const onThen = vi.fn();
function Shown({ c }: { c: Case }) {
  return (
    <OpenFix
      c={c}
      fix="empty-staging"
      planned={undefined}
      first
      verify="Run the update again."
      ordered={[{ key: "load-table", title: "Load the table" } as PlanStep]}
      onThen={onThen}
      acts={useCaseActs(7)}
    />
  );
}
const written = vi.fn(() => Promise.resolve());
/** The heading of the step that is at hand. */
const current = () => screen.getByRole("heading", { level: 3 }).textContent;

beforeEach(() => {
  written.mockClear();
  Object.defineProperty(navigator, "clipboard", { value: { writeText: written }, configurable: true });
});

test("the first act starts the fix, and copying copies", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened()} />);
  await key("c");
  expect(written).toHaveBeenCalledWith("tillctl look");
  expect(calls.filter((x) => x.method === "POST").map((x) => x.path)).toEqual(["/api/cases/7/attempts"]);
});

test("a step done is entered once, under the attempt", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened([attempt(0)])} />);
  await key("f");
  const entries = calls.filter((x) => x.path.endsWith("/steps"));
  expect(entries).toHaveLength(1);
  expect(entries[0]?.body).toMatchObject({ step: 0, what: "done" });
});

test("a command that lacks a value asks for it instead of being copied", async () => {
  const calls = server(ANSWERS);
  const place = await render(<Shown c={opened([attempt(1)])} />);
  expect(current()).toContain("Sweep");
  await key("c");
  expect(written).not.toHaveBeenCalled();
  expect(place.textContent).toContain("What is area of staging?");
  expect(calls.some((x) => x.path.endsWith("/facts"))).toBe(false);
});

test("all needs there is one key, and one that is not to be had another", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened()} />);
  await key("a");
  expect(calls.at(-1)?.path).not.toBe("");
  expect(calls.find((x) => x.path.endsWith("/facts"))?.body).toEqual({ "need.local-admin": "yes" });
  await click(screen.getByRole("button", { name: words.case.notHere }));
  expect(calls.filter((x) => x.path.endsWith("/facts")).at(-1)?.body).toEqual({ "need.local-admin": "no" });
});

test("an outcome is one key and carries the minutes that were worked", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened([attempt(3)])} />);
  await key("n");
  const patch = calls.find((x) => x.method === "PATCH");
  expect(patch?.path).toBe("/api/cases/7/attempts/3");
  expect(patch?.body?.outcome).toBe("no-change");
  expect(patch?.body?.minutes).toBeGreaterThanOrEqual(0);
});

test("a different error asks first whether the first message is gone; no means no change", async () => {
  const calls = server(ANSWERS);
  const place = await render(<Shown c={opened([attempt(3)])} />);
  await key("d");
  expect(place.textContent).toContain("Is the first message gone?");
  expect(calls.some((x) => x.method === "PATCH")).toBe(false);
  await key("n");
  expect(calls.find((x) => x.method === "PATCH")?.body?.outcome).toBe("no-change");
});

test("a restart parks the case until its time", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened([attempt(2)])} />);
  await key("r");
  const parked = calls.find((x) => x.method === "PATCH" && x.path === "/api/cases/7");
  expect(parked?.body?.waitsFor).toBe("restart");
  const minutes = (Date.parse(String(parked?.body?.waitsUntil)) - now()) / 60_000;
  expect(minutes).toBeGreaterThan(4);
  expect(minutes).toBeLessThanOrEqual(5);
});

test("a fix that cannot be loaded says so and can be tried again", async () => {
  server({});
  await render(<Shown c={opened()} />);
  expect(screen.getByRole("alert").textContent).toContain("Try again");
});

const command = (item: string) => ({
  language: "sh",
  item,
  before: "",
  pieces: [{ kind: "filled", text: `bring ${item}`, name: "one", title: "one", note: "" }],
  spoken: [],
});
/** The fix with these as its only steps. */
const withSteps = (...steps: FilledStep[]) => ({
  ...ANSWERS,
  "GET /api/cases/7/fixes/empty-staging": { ...fix, steps },
});

test("a step for each item of a list is copied item by item with the same key", async () => {
  server(
    withSteps(
      step(0, "Bring it", { each: "gone", items: ["a", "b"], commands: [command("a"), command("b")] }),
    ),
  );
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("for each of 2 items of gone");
  await key("c");
  await key("c");
  await key("c");
  expect(written.mock.calls).toEqual([["bring a"], ["bring b"], ["bring a"]]);
});

test("a step whose condition does not hold is behind, one that depends can be left out with a key", async () => {
  const calls = server(
    withSteps(
      step(0, "Go there", { applies: "no", when: "somebody is there" }),
      step(1, "Look", { applies: "depends", when: "it is a till" }),
    ),
  );
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("not here: somebody is there");
  expect(current()).toContain("Look");
  expect(place.textContent).toContain("Only if it is a till");
  await key("k");
  expect(calls.find((x) => x.path.endsWith("/steps"))?.body).toMatchObject({
    step: 1,
    what: "not-applicable",
  });
});

test("where there is nothing to do, it says what was seen and one key ends the fix", async () => {
  const onlyIf = {
    expected: "the free room is less than 300 MB",
    state: "no",
    seen: { free: "512 MB" },
    then: "nothing to do",
    why: "the free room is 512 MB, at least 300 MB",
  };
  const calls = server(withSteps(step(0, "Look", { onlyIf })));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("the free room is 512 MB, at least 300 MB");
  await key("m");
  expect(calls.find((x) => x.method === "PATCH")?.body?.outcome).toBe("nothing-to-do");
});

test("checks show what is expected beside what was seen; prompts are named before they come", async () => {
  const check = (state: string, seen: Record<string, string>) => ({
    expected: `parts = ${state}`,
    state,
    seen,
    then: "",
    why: state === "no" ? "the parts is some" : "",
  });
  server(
    withSteps(
      step(0, "Look", {
        checks: [check("yes", { parts: "yes" }), check("no", { parts: "some" }), check("depends", {})],
        answers: [{ prompt: "Overwrite?", answer: "y", why: "only a copy" }],
        nothingShows: "half a minute",
      }),
    ),
  );
  const place = await render(<Shown c={opened([attempt(0)])} />);
  const said = [...place.getElementsByClassName("check")].map((e) => e.textContent);
  expect(said[0]).toContain("as it should be");
  expect(said[1]).toContain("parts: some");
  expect(said[1]).toContain("the parts is some");
  expect(said[2]).toContain("not seen yet");
  expect(place.textContent).toContain("Overwrite? answer y");
  expect(place.textContent).toContain("half a minute");
});

test("a step that takes its time parks the case for that long", async () => {
  const calls = server(withSteps(step(0, "Wait for it", { waitMinutes: 30 })));
  await render(<Shown c={opened([attempt(0)])} />);
  await key("r");
  const parked = calls.find((x) => x.method === "PATCH" && x.path === "/api/cases/7");
  expect(parked?.body?.waitsFor).toBe("time");
  const minutes = (Date.parse(String(parked?.body?.waitsUntil)) - now()) / 60_000;
  expect(minutes).toBeGreaterThan(28);
});

const entries = (calls: ReturnType<typeof server>) =>
  calls
    .filter((c) => c.path.endsWith("/steps"))
    .map((c) => [c.body?.step, c.body?.what, c.body?.item ?? null]);

test("the done key marks item after item, and with the last one the step", async () => {
  const calls = server(
    withSteps(
      step(0, "Bring it", { each: "gone", items: ["a", "b"], commands: [command("a"), command("b")] }),
    ),
  );
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("2 items left");
  await key("f");
  expect(entries(calls)).toEqual([[0, "done", "a"]]);
});

test("a fix that is done with another goes on with that before one retest", async () => {
  const calls = server({
    ...ANSWERS,
    "GET /api/cases/7/fixes/empty-staging": { ...fix, together: ["load-table"] },
  });
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("then Load the table, before one retest");
  await key("t");
  expect(calls.find((c) => c.method === "PATCH")?.body?.outcome).toBe("not-retested");
  expect(onThen).toHaveBeenCalledWith("load-table");
});

test("before a step destroys the data is said to be safe by a key, and what is heard is compared by the server", async () => {
  const destroys = step(0, "Write it", { destroys: "all data on …", target: "compare" });
  const calls = server(withSteps(destroys));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  await key("f");
  await key("c");
  expect(entries(calls)).toEqual([]);
  await key("y");
  expect(place.textContent).toContain(words.case.dataIsSafe);
  await typeIn(screen.getByLabelText(words.case.readOut), "SL-0042{Enter}");
  expect(calls.find((c) => c.path.endsWith("/steps"))?.body).toMatchObject({
    what: "confirmed",
    heard: "SL-0042",
    safe: true,
  });
});

test("a gate without a target that was read stays shut, and says why", async () => {
  server(withSteps(step(0, "Write it", { destroys: "all data on …", target: "unknown" })));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain(words.case.targetUnknown);
  expect(screen.queryByLabelText(words.case.readOut)).toBeNull();
  await render(<div />);
  server(withSteps(step(0, "Write it", { destroys: "all data", target: "unnamed" })));
  const other = await render(<Shown c={opened([attempt(0)])} />);
  expect(other.textContent).toContain(words.case.targetUnnamed);
});

test("behind the gate the step is like any other", async () => {
  const destroys = step(0, "Write it", { destroys: "all data", target: "open", commands: [command("x")] });
  const calls = server(withSteps(destroys));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("bring x");
  await key("f");
  expect(entries(calls)).toEqual([[0, "done", null]]);
});

const captured = (more: Partial<FilledStep["captures"][number]> = {}) => ({
  clause: 0,
  item: "",
  how: "",
  list: false,
  before: false,
  wanted: [{ name: "room", title: "room on the disk", type: "size" }],
  rows: [],
  places: [],
  marks: [],
  ...more,
});

test("a step is done only once what it reads is seen, picked by a digit, typed, or said to be unknown", async () => {
  const several = captured({
    how: "several",
    places: [
      { line: "room 12 GB", values: ["12 GB"] },
      { line: "room 3 GB on the old one", values: ["3 GB"] },
    ],
  });
  const calls = server(withSteps(step(0, "Look", { captures: [several] })));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  await key("f");
  expect(entries(calls)).toEqual([]);
  expect(place.textContent).toContain("2 places fit. Which is the room on the disk?");
  await key("2");
  const read = () => calls.filter((c) => c.path.endsWith("/steps")).at(-1)?.body;
  expect(read()).toMatchObject({ what: "value", read: { clause: 0, row: 1 } });
  await key("9");
  expect(read()).toMatchObject({ what: "value", read: { clause: 0, none: "not-there" } });
  await key("0");
  expect(read()).toMatchObject({ what: "value", read: { clause: 0, none: "not-known" } });
  await key("Enter");
  await typeIn(screen.getByLabelText("room on the disk, as the caller says it"), "9 GB{Enter}");
  expect(read()).toMatchObject({ what: "value", read: { clause: 0, values: { room: "9 GB" } } });
});

test("what was read is listed by its title and drawn into what the device showed", async () => {
  const seen = captured({
    how: "seen",
    rows: [["12 GB"]],
    marks: [{ from: 5, to: 10, title: "room on the disk" }],
  });
  const calls = server(withSteps(step(0, "Look", { captures: [seen] })));
  const looked = {
    ...attempt(0),
    steps: [{ clientId: "o", step: 0, what: "output", output: "room 12 GB free", item: null, note: "" }],
  };
  const place = await render(<Shown c={opened([looked as unknown as Attempt])} />);
  expect(place.querySelector(".seen .drawn-value")?.textContent).toBe("12 GB");
  expect(place.querySelector(".reading")?.textContent).toContain("room on the disk");
  await key("f");
  expect(entries(calls)).toEqual([[0, "done", null]]);
});

test("what must be so holds the step back; a lead's way on asks for a reason", async () => {
  const must = {
    held: true,
    passed: null,
    musts: [
      {
        expected: "there is room",
        state: "no",
        seen: {},
        then: "make room first",
        why: "the room is 1 GB, less than 2 GB",
      },
    ],
  };
  const calls = server(withSteps(step(0, "Write", { must })));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("Held back until there is room.");
  expect(place.textContent).toContain("Now the room is 1 GB, less than 2 GB.");
  expect(place.textContent).toContain(words.case.must.askLead);
  await key("f");
  expect(entries(calls)).toEqual([]);
});

test("parts, what to get and what is left for later stand with the step", async () => {
  server(
    withSteps(
      step(0, "Wipe", {
        part: "Clear it",
        gets: [
          {
            name: "cloth",
            address: "drawer:2",
            origin: "the store",
            size: "",
            asOf: "2026-10-01",
            applies: "yes",
            when: "",
          },
          {
            name: "brush",
            address: "drawer:3",
            origin: "",
            size: "",
            asOf: "",
            applies: "no",
            when: "x = 1",
          },
        ],
        followUps: [{ text: "order a cloth", who: "the store keeper" }],
      }),
    ),
  );
  const place = await render(<Shown c={opened([attempt(0)])} />);
  expect(place.textContent).toContain("part of: Clear it");
  expect(place.textContent).toContain("cloth");
  expect(place.textContent).toContain("as of 2026-10-01");
  expect(place.textContent).not.toContain("brush");
  expect(place.textContent).toContain("order a cloth (the store keeper)");
});

test("what they tried before they called is told by one key, and only before it is begun", async () => {
  const calls = server(ANSWERS);
  const place = await render(<Shown c={opened()} />);
  expect(place.textContent).toContain("tried before");
  await key("q");
  expect(calls.find((c) => c.path.endsWith("/attempts"))?.body).toEqual({
    fix: "empty-staging",
    triedBefore: true,
  });
  const begun = await render(<Shown c={opened([attempt(0)])} />);
  expect(begun.textContent).not.toContain("tried before");
});

test("a note about a step is kept with the step", async () => {
  const calls = server(ANSWERS);
  await render(<Shown c={opened([attempt(0)])} />);
  await click(screen.getByRole("button", { name: words.case.stepNote }));
  await typeIn(screen.getByPlaceholderText("About this step"), "took two tries{Enter}");
  expect(calls.find((c) => c.path.endsWith("/steps"))?.body).toMatchObject({
    step: 0,
    note: "took two tries",
  });
});

test("over steps that nobody touched the end of a fix asks once whether they were done off the page", async () => {
  const calls = server(withSteps(step(0, "Look"), step(1, "Sweep")));
  const place = await render(<Shown c={opened([attempt(0)])} />);
  await key("w");
  expect(place.textContent).toContain("2 steps are untouched here. Done off the page?");
  expect(calls.some((c) => c.method === "PATCH")).toBe(false);
  await key("y");
  expect(entries(calls)).toEqual([
    [0, "off-page", null],
    [1, "off-page", null],
  ]);
  expect(calls.find((c) => c.method === "PATCH")?.body?.outcome).toBe("worked");
  await render(<div />);
  const again = server(withSteps(step(0, "Look")));
  await render(<Shown c={opened([attempt(0)])} />);
  await key("n");
  await key("n");
  expect(entries(again)).toEqual([]);
  expect(again.find((c) => c.method === "PATCH")?.body?.outcome).toBe("no-change");
});
