import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Attempt, Case, PutBack } from "../../api";
import { key, render, server } from "../../testing/render";
import { Closing } from "./Closing";
import { useCaseActs } from "../useCaseActs";

const worked = {
  id: 1,
  fix: "a",
  title: "Set the clock",
  error: "e",
  outcome: "worked",
  cameBack: false,
} as Attempt;
const owed = {
  id: 9,
  attempt: 1,
  step: 0,
  text: "start the helper",
  command: [],
  state: "open",
  afterSuccess: false,
} as unknown as PutBack;
const opened = (more: Partial<Case>): Case =>
  ({
    number: 7,
    status: "open",
    error: "e",
    attempts: [worked],
    putBacks: [],
    freeSteps: [],
    facts: [],
    cause: "Till full",
    ...more,
  }) as Case;

function Shown({ c, workaround = false }: { c: Case; workaround?: boolean }) {
  return <Closing c={c} verify={[]} workaround={workaround} acts={useCaseActs(7)} />;
}

test("where it worked one key ends the case", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({ status: "solved" }) });
  const place = await render(<Shown c={opened({})} />);
  expect(place.textContent).toContain("Mended by Set the clock");
  await key("e");
  expect(calls).toEqual([
    {
      method: "POST",
      path: "/api/cases/7/close",
      body: {
        outcome: "solved",
        limitation: null,
        note: null,
        believedFix: null,
        cause: null,
        duplicateOf: null,
        retest: null,
      },
    },
  ]);
});

test("over what is still to be put back nothing ends; one key settles it", async () => {
  const calls = server({ "POST /api/cases/7/put-backs/9": opened({}) });
  const place = await render(<Shown c={opened({ putBacks: [owed] })} />);
  expect(place.textContent).toContain("start the helper");
  await key("e");
  await key("1");
  expect(calls).toEqual([]);
  await key("b");
  expect(calls[0]).toEqual({
    method: "POST",
    path: "/api/cases/7/put-backs/9",
    body: { state: "done", to: null, decidedBy: null },
  });
});

test("a workaround names its limitation first", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({ status: "worked-around" }) });
  await render(<Shown c={opened({})} />);
  await key("2");
  expect(calls).toEqual([]);
  expect(screen.queryByPlaceholderText("What does not work yet")).not.toBeNull();
});

test("where nothing worked the ending is a choice", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({ status: "handed-over" }) });
  const place = await render(<Shown c={opened({ attempts: [] })} />);
  expect(place.textContent).toContain("End the case");
  await key("e");
  expect(calls).toEqual([]);
  await key("3");
  expect(calls[0]?.body?.outcome).toBe("handed-over");
});

test("where only a workaround worked, the one key asks for what does not work yet", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({ status: "worked-around" }) });
  const place = await render(<Shown c={opened({})} workaround />);
  await key("e");
  expect(calls).toEqual([]);
  expect(place.textContent).toContain("Mending for good stays in your hand");
});

test("a duplicate names the case that it repeats", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({ status: "duplicate" }) });
  await render(<Shown c={opened({ attempts: [] })} />);
  await key("5");
  expect(calls).toEqual([]);
  expect(screen.queryByPlaceholderText("The case that it repeats")).not.toBeNull();
});

const verify = [
  { text: "Run the update.", required: "no message", otherwise: "", decides: true, limitation: "" },
  {
    text: "Print a ticket.",
    required: "",
    otherwise: 'solved with a limitation, "prints only after a restart"',
    decides: false,
    limitation: "prints only after a restart",
  },
];
function Retested() {
  return <Closing c={opened({})} verify={verify} workaround={false} acts={useCaseActs(7)} />;
}

test("a retest is answered item by item; what does not hold and decides nothing is the limitation", async () => {
  const calls = server({ "POST /api/cases/7/close": opened({}) });
  const place = await render(<Retested />);
  expect(place.textContent).toContain("must show: no message");
  await key("v");
  await key("y");
  await key("n");
  expect(place.textContent).toContain("Solved with a limitation: prints only after a restart");
  await key("e");
  expect(calls.at(-1)?.body).toMatchObject({ outcome: "solved", retest: ["holds", "does-not"] });
});

test("what decides and does not hold takes the success back", async () => {
  const calls = server({ "PATCH /api/cases/7/attempts/1": opened({}) });
  await render(<Retested />);
  await key("v");
  await key("n");
  expect(calls.at(-1)).toMatchObject({ method: "PATCH", body: { outcome: "no-change" } });
});
