import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { click, render, server, settle } from "../testing/render";
import { words } from "../words";
import { RunOnDevice } from "./RunOnDevice";

const t = words.practice.run;

const ran = (more: object) => ({
  error: "till-staging-full",
  title: "Till update stops",
  device: "till-tar-03",
  mended: true,
  minutes: 3.4,
  typed: [{ step: 0, title: "Stop it", line: "tillctl helper stop --wait", printed: "helper: stopped" }],
  complaints: [],
  ...more,
});

async function shown(answer: unknown) {
  const calls = server({ "POST /api/practice/runs": answer });
  const place = await render(<RunOnDevice folder="fixes" docKey="empty-staging" text="## Stop it" />);
  await click(screen.getByText(t.begin));
  await settle();
  return { calls, place };
}

test("what was typed and printed is shown, and that nothing was wrong", async () => {
  const { calls, place } = await shown([ran({})]);
  expect(calls[0]?.body).toEqual({ folder: "fixes", key: "empty-staging", text: "## Stop it" });
  expect(place.textContent).toContain(t.nothingWrong);
  expect(place.querySelector("pre")?.textContent).toBe("\u203a tillctl helper stop --wait\nhelper: stopped");
  expect(place.textContent).toContain(t.on("till-tar-03", 3.4));
});

test("a complaint names its step", async () => {
  const { place } = await shown([
    ran({
      mended: false,
      complaints: [
        { step: 1, text: "nothing is read for disk" },
        { step: -1, text: "all" },
      ],
    }),
  ]);
  expect(place.textContent).toContain(`${t.step(2)}: nothing is read for disk`);
  expect(place.textContent).toContain(t.notMended);
  expect(screen.getAllByRole("listitem").map((l) => l.textContent)).toEqual([
    `${t.step(2)}: nothing is read for disk`,
    "all",
  ]);
});

test("where no device has it that is said, and a refusal too", async () => {
  expect((await shown([])).place.textContent).toContain(t.none.fixes);
  expect((await shown(undefined)).place.textContent).toContain("no POST /api/practice/runs");
});
