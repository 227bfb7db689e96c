import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { render, server } from "../testing/render";
import { SurgeLine } from "./SurgeLine";
import { SurgesInHand } from "./SurgesInHand";

const surge = {
  error: "fares-missing",
  title: "Fares are missing",
  since: "2026-03-01T10:00:00Z",
  count: 12,
  usual: 0.4,
  cases: [9, 8, 7],
  tried: [
    { fix: "fetch", title: "Fetch the fares", tried: 8, helped: 7 },
    { fix: "restart", title: "Restart", tried: 2, helped: 0 },
  ],
};

test("what surges is told with what helped, until somebody has read it", async () => {
  server({ "GET /api/surges": [surge] });
  await render(<SurgeLine />);
  expect(await screen.findByText("Fares are missing")).toBeTruthy();
  expect(screen.getByText(/helped so far: Fetch the fares, 7 of 8/)).toBeTruthy();
  screen.getByRole("button", { name: "read" }).click();
  await expect.poll(() => screen.queryByText("Fares are missing")).toBeNull();
});

test("among what is in hand it stays", async () => {
  server({ "GET /api/surges": [surge, { ...surge, error: null, title: "gong {n:number}", tried: [] }] });
  await render(<SurgesInHand />);
  expect(await screen.findByText(/no runbook yet/)).toBeTruthy();
  expect(screen.getByText("2")).toBeTruthy();
});
