import { beforeEach, expect, test, vi } from "vitest";
import type { Attempt, Case, FilledFix, FilledStep } from "../api";
import { click, key, render, server } from "../testing/render";
import { OpenFix } from "./OpenFix";
import { useCaseActs } from "./useCaseActs";

const step = (index: number, title: string, more: Partial<FilledStep> = {}): FilledStep => ({
  index,
  title,
  prose: "",
  commands: [],
  expect: [],
  captures: [],
  cautions: [],
  putBacks: [],
  notes: [],
  minutes: 0,
  restartMinutes: 0,
  doneWhen: "",
  destroys: "",
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
  needs: [{ id: "local-admin", title: "Local administrator", state: "unknown" }],
  steps: [
    step(0, "Look", {
      commands: [{ language: "sh", pieces: [{ kind: "literal", text: "tillctl look", name: "", note: "" }] }],
    }),
    step(1, "Sweep", {
      commands: [{ language: "sh", pieces: [{ kind: "blank", text: "", name: "area", note: "" }] }],
    }),
    step(2, "Restart", { restartMinutes: 5 }),
  ],
};
const opened = (attempts: Attempt[] = []): Case =>
  ({ number: 7, status: "open", error: "e", attempts, putBacks: [], facts: [] }) as unknown as Case;
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

function Shown({ c }: { c: Case }) {
  return (
    <OpenFix
      c={c}
      fix="empty-staging"
      planned={undefined}
      first
      verify="Run the update again."
      acts={useCaseActs(7)}
    />
  );
}
const written = vi.fn(() => Promise.resolve());

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
  expect(place.querySelector(".step.current h3")?.textContent).toContain("Sweep");
  await key("c");
  expect(written).not.toHaveBeenCalled();
  expect(place.textContent).toContain("What is area?");
  expect(calls.some((x) => x.path.endsWith("/facts"))).toBe(false);
});

test("all needs there is one key, and one that is not to be had another", async () => {
  const calls = server(ANSWERS);
  const place = await render(<Shown c={opened()} />);
  await key("a");
  expect(calls.at(-1)?.path).not.toBe("");
  expect(calls.find((x) => x.path.endsWith("/facts"))?.body).toEqual({ "need.local-admin": "yes" });
  await click(place, ".needs .plain");
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
  const minutes = (Date.parse(String(parked?.body?.waitsUntil)) - Date.now()) / 60_000;
  expect(minutes).toBeGreaterThan(4);
  expect(minutes).toBeLessThanOrEqual(5);
});

test("a fix that cannot be loaded says so and can be tried again", async () => {
  server({});
  const place = await render(<Shown c={opened()} />);
  expect(place.querySelector(".failed")?.textContent).toContain("Try again");
});
