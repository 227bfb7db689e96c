import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Candidate } from "../api";
import { click, render, server } from "../testing/render";
import { CandidateCard, reasonWords } from "./Candidates";

const candidate = (more: Partial<Candidate> = {}): Candidate => ({
  error: "till-full",
  title: "Till full",
  probability: 0.95,
  band: "recognised",
  captures: { stage: "/var/stage" },
  called: { stage: "staging area" },
  reasons: [
    { kind: "code", text: "PD-4012", span: [0, 7] },
    { kind: "message", text: "not enough room in", span: [8, 26] },
    { kind: "message", text: ":", span: [30, 31] },
    { kind: "value", text: "stage", span: [27, 30] },
    { kind: "product", text: "Purserdesk 5.4 fits", span: [] },
  ],
  ...more,
});

test("says in a few words what matched", () => {
  expect(reasonWords(candidate())).toEqual(["code PD-4012", "4 words match", "Purserdesk 5.4 fits"]);
  expect(reasonWords(candidate({ reasons: [] }))).toEqual([]);
});

const plan = (chance: number | null, ...titles: string[]) => ({
  mode: "measured",
  ordered: [
    { kind: "question", title: "Is it wet?", chance: null, minutes: 1, key: "wet" },
    ...titles.map((title) => ({ kind: "fix", title, chance, minutes: 5, key: title })),
  ],
});

test("shows the values it read and what would be tried first", async () => {
  server({ "GET /api/errors/till-full/plan": plan(0.57, "Empty the staging area") });
  const open = vi.fn();
  const place = await render(<CandidateCard n={1} c={candidate()} version="" chosen onOpen={open} />);
  expect(place.textContent).toContain("/var/stage");
  expect(place.textContent).toContain("first: Empty the staging area");
  expect(place.textContent).toContain("about 6 in 10 · 5 min");
  await click(screen.getByRole("button"));
  expect(open).toHaveBeenCalledTimes(1);
});

test("asks for the plan of the release at hand", async () => {
  const calls = server({ "GET /api/errors/till-full/plan?fact.product_version=5.4": plan(null, "Sweep") });
  const place = await render(
    <CandidateCard n={2} c={candidate({ band: "perhaps" })} version="5.4" chosen={false} onOpen={vi.fn()} />,
  );
  expect(calls[0]?.path).toBe("/api/errors/till-full/plan?fact.product_version=5.4");
  expect(place.textContent).toContain("perhaps");
  expect(place.textContent).not.toContain("in 10");
});

test("a runbook with nothing left to try says so", async () => {
  server({ "GET /api/errors/till-full/plan": plan(null) });
  const place = await render(<CandidateCard n={1} c={candidate()} version="" chosen onOpen={vi.fn()} />);
  expect(place.textContent).toContain("no fix is left to try");
});
