import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { SameShapeCases } from "../api";
import { render } from "../testing/render";
import { SameShape } from "./SameShape";

const found: SameShapeCases = {
  count: 2,
  guess: false,
  cases: [12, 13],
  draft: null,
  solved: [
    {
      number: 12,
      agent: "Siv Aune",
      closedAt: "2026-03-01T10:00:00Z",
      minutes: 12,
      endedBy: "Free the plan",
      steps: [
        { did: "Ask", command: "plan who --deck 9" },
        { did: "Let go", command: "plan drop ‹pid›" },
      ],
    },
  ],
  open: [
    { number: 13, agent: "Odd Vik", device: null, openedAt: "2026-03-01T10:00:00Z", tried: ["Restarted it"] },
  ],
};

test("what ended it stands there with its next step to take over, and who works on another", async () => {
  const follow = vi.fn();
  await render(<SameShape found={found} taken={1} onFollow={follow} />);
  expect(screen.getByText(/was ended by “Free the plan”/)).toBeTruthy();
  expect(screen.getByText(/12 min, Siv Aune/)).toBeTruthy();
  const takes = screen.getAllByRole("button");
  expect(takes).toHaveLength(1);
  takes[0]?.click();
  expect(follow).toHaveBeenCalledOnce();
  expect(takes[0]?.closest("li")?.textContent).toContain("plan drop ‹pid›");
  expect(screen.getByText(/Odd Vik works on it/)).toBeTruthy();
});

test("nothing is said where nothing was met", async () => {
  await render(
    <SameShape found={{ count: 0, guess: false, cases: [], solved: [], open: [], draft: null }} />,
  );
  expect(screen.queryByRole("heading")).toBeNull();
});
