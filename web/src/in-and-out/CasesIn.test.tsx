import { cleanup, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { keep } from "../look";
import { click, render, server, settle, user } from "../testing/render";
import { CasesIn } from "./CasesIn";

const job = (state: string, more: object) => ({
  id: "j1",
  kind: "case-import",
  state,
  done: 0,
  total: 0,
  result: null,
  problem: "",
  stoppable: state === "running",
  ...more,
});
const result = (more: object) => ({ cases: 2, attempts: 5, unchanged: 0, rejected: [], ...more });

test("a file is sent as work, and what came of it is told with every row that was left out", async () => {
  const calls = server({
    "POST /api/cases/import": job("running", {}),
    "GET /api/jobs/j1": job("done", {
      result: result({ unchanged: 1, rejected: [{ row: 7, column: "fix", message: "is missing" }] }),
    }),
  });
  await render(<CasesIn />);
  await user.upload(
    screen.getByLabelText("choose the file", { selector: "input" }),
    new File(["case,error"], "old.csv", { type: "text/csv" }),
  );
  await settle();
  expect(calls[0]?.path).toBe("/api/cases/import");
  expect(screen.getByText(/2 cases of “old.csv” came in, 1 was here already/)).toBeTruthy();
  expect(screen.getByText("row 7")).toBeTruthy();
  expect(screen.getByText("is missing", { exact: false })).toBeTruthy();
  await click(screen.getByRole("button", { name: "put this away" }));
  expect(screen.queryByText("row 7")).toBeNull();
});

test("after a reload it goes on telling how far it is, and can be stopped", async () => {
  keep("cases-in", { id: "j1", name: "old.csv" });
  const calls = server({
    "GET /api/jobs/j1": job("running", { done: 1500, total: 6000 }),
    "DELETE /api/jobs/j1": job("running", { done: 1500, total: 6000 }),
  });
  await render(<CasesIn />);
  expect(screen.getByText("“old.csv”: 1,500 of 6,000 rows")).toBeTruthy();
  expect(screen.getByRole("progressbar").getAttribute("value")).toBe("25");
  expect((screen.getByRole("button", { name: "choose the file" }) as HTMLButtonElement).disabled).toBe(true);
  await click(screen.getByRole("button", { name: "stop here" }));
  expect(calls.at(-1)?.method).toBe("DELETE");
});

test("what was stopped and what failed say what is stored", async () => {
  keep("cases-in", { id: "j1", name: "old.csv" });
  server({ "GET /api/jobs/j1": job("stopped", { done: 500, total: 6000, result: result({}) }) });
  await render(<CasesIn />);
  expect(screen.getByText(/was stopped; what came in stays. 2 cases of “old.csv” came in/)).toBeTruthy();
  cleanup();
  server({ "GET /api/jobs/j1": job("failed", { problem: "The import stopped: 250 cases are stored." }) });
  await render(<CasesIn />);
  expect(screen.getByText(/250 cases are stored/)).toBeTruthy();
});

test("what the server does not know any more is said, and may be brought in again", async () => {
  keep("cases-in", { id: "j1", name: "old.csv" });
  const table: Record<string, unknown> = { "GET /api/jobs/j1": job("running", { done: 10, total: 60 }) };
  server(table);
  await render(<CasesIn />);
  expect(screen.getByRole("progressbar")).toBeTruthy();
  delete table["GET /api/jobs/j1"];
  expect(await screen.findByText(/is not known any more/)).toBeTruthy();
  expect(screen.queryByRole("progressbar")).toBeNull();
  expect((screen.getByRole("button", { name: "choose the file" }) as HTMLButtonElement).disabled).toBe(false);
});
