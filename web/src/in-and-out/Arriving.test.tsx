import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { keep } from "../look";
import { click, render, server } from "../testing/render";
import { Arriving } from "./Arriving";

const file = (path: string, change: string, revision: number, problems: object[] = []) => ({
  path,
  title: path,
  change,
  revision,
  added: 2,
  removed: 1,
  problems,
});

const arrival = {
  id: "a1",
  files: [
    file("errors/tracks.md", "changed", 3),
    file("fixes/clear.md", "new", 0),
    file("fixes/bad.md", "refused", 0, [
      { path: "fixes/bad.md", line: 4, column: 1, message: "the title is missing" },
    ]),
    file("fixes/same.md", "same", 2),
  ],
};

const job = (state: string, more: object) => ({
  id: "j1",
  kind: "library-import",
  state,
  done: 1,
  total: 1,
  result: null,
  problem: "",
  ...more,
});

test("what cannot come says why, and what is left out is not imported", async () => {
  keep("arriving", { id: "a1", name: "spring.zip", left: [] });
  const calls = server({
    "GET /api/library/arrivals/a1?publish=false": arrival,
    "POST /api/library/arrivals/a1": job("done", {
      result: { created: 0, changed: 1, unchanged: 0, rejected: [] },
    }),
  });
  await render(<Arriving />);
  await click(screen.getByRole("button", { name: "go on" }));
  expect(screen.getByText("What “spring.zip” would change")).toBeTruthy();
  expect(screen.getByText("line 4: the title is missing")).toBeTruthy();
  expect((screen.getByLabelText("fixes/bad.md") as HTMLInputElement).disabled).toBe(true);
  expect(screen.queryByLabelText("fixes/same.md")).toBeNull();
  await click(screen.getByLabelText("fixes/clear.md"));
  await click(screen.getByRole("button", { name: "Import 1 file" }));
  expect(calls.at(-1)?.body).toEqual({ files: [{ path: "errors/tracks.md", revision: 3 }], publish: false });
  expect(screen.queryByText("What “spring.zip” would change")).toBeNull();
});

test("a reload goes on with what was sent, and with what was left out of it", async () => {
  keep("arriving", { id: "a1", name: "spring.zip", left: ["errors/tracks.md"] });
  server({ "GET /api/library/arrivals/a1?publish=false": arrival });
  await render(<Arriving />);
  await click(screen.getByRole("button", { name: "go on" }));
  expect(screen.getByRole("button", { name: "Import 1 file" })).toBeTruthy();
  expect((screen.getByLabelText("errors/tracks.md") as HTMLInputElement).checked).toBe(false);
  await click(screen.getByRole("button", { name: "all" }));
  expect(screen.getByRole("button", { name: "Import 2 files" })).toBeTruthy();
});

test("what is not kept any more is said, and one begins anew", async () => {
  keep("arriving", { id: "gone", name: "old.zip", left: [] });
  server({});
  await render(<Arriving />);
  await click(screen.getByRole("button", { name: "go on" }));
  expect(screen.queryByText(/You were looking at/)).toBeNull();
  expect(screen.getByText(/Nothing is stored before/)).toBeTruthy();
});

test("a job that failed says so and looks again", async () => {
  keep("arriving", { id: "a1", name: "spring.zip", left: [] });
  const calls = server({
    "GET /api/library/arrivals/a1?publish=false": arrival,
    "POST /api/library/arrivals/a1": job("failed", { problem: "Changed here since you looked" }),
  });
  await render(<Arriving />);
  await click(screen.getByRole("button", { name: "go on" }));
  await click(screen.getByRole("button", { name: "Import 2 files" }));
  expect(screen.getByText("Changed here since you looked")).toBeTruthy();
  expect(calls.filter((c) => c.method === "GET")).toHaveLength(2);
  expect(screen.getByRole("button", { name: "Import 2 files" })).toBeTruthy();
});
