import { screen, within } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Findings } from "../api";
import { click, key, render, server, settle } from "../testing/render";
import { words } from "../words";
import { EarlierLogs, LogPage } from "./LogPage";
import { ruled } from "./ruled";
import type { Log } from "./useLog";

const finding = (error: string, title: string, line: number) => ({
  error,
  title,
  count: 3,
  firstLine: line,
  lastLine: line + 9,
  excerpts: [
    { line, text: `${title} in line ${line}`, captures: {} },
    { line: line + 9, text: "again", captures: {} },
  ],
  runs: [{ from: line, to: line + 9, count: 3 }],
  marks: [line, line + 9],
});

const FOUND: Findings = {
  bytes: 100,
  lines: 101,
  known: [finding("till-full", "Till full", 11)],
  unknown: [finding("", "pier … does not answer", 51)],
  moreShapes: 0,
  firstFailure: 11,
  before: [{ line: 10, text: "all quiet", captures: {} }],
};

const log = (over: Partial<Log>): Log => ({
  file: "till.log",
  stage: "done",
  percent: 100,
  scan: { id: "a", name: "till.log", state: "done", done: 1, total: 1, findings: FOUND, problem: "" },
  problem: "",
  read: vi.fn(),
  resume: vi.fn(),
  cancel: vi.fn(),
  close: vi.fn(),
  dropZone: { over: false, handlers: {} },
  ...over,
});

test("says what the log holds, and a digit opens a case with the line", async () => {
  const opened = vi.fn();
  const place = await render(<LogPage log={log({})} onOpen={opened} onAdd={vi.fn()} />);
  expect(place.textContent).toContain("first failure in line 11");
  expect(place.textContent).toContain("all quiet");
  expect(place.getElementsByClassName("finding")).toHaveLength(2);
  expect(place.getElementsByClassName("ruler-known")).toHaveLength(2);
  await key("1");
  expect(opened).toHaveBeenLastCalledWith("Till full in line 11", "till-full");
  await key("2");
  expect(opened).toHaveBeenLastCalledWith("pier … does not answer in line 51", null);
});

test("a finding goes to a case that is open, chosen by one key", async () => {
  const line = { number: 12, title: "No room left", status: "open" };
  server({ "GET /api/cases?status=open&limit=200": [line] });
  const added = vi.fn();
  const opened = vi.fn();
  const place = await render(<LogPage log={log({})} onOpen={opened} onAdd={added} />);
  await settle();
  await key("c");
  expect(screen.getByRole<HTMLSelectElement>("combobox").value).toBe("12");
  expect(place.textContent).toContain("digits add to case 12");
  await key("2");
  expect(added).toHaveBeenCalledWith(12, "pier … does not answer in line 51");
  await key("c");
  await key("2");
  expect(opened).toHaveBeenCalledTimes(1);
});

test("logs that were read while the page was away can be shown again", async () => {
  const scans = [
    { id: "b", name: "later.log", state: "running", done: 1, total: 2, findings: null, problem: "" },
    { id: "a", name: "till.log", state: "done", done: 1, total: 1, findings: null, problem: "" },
    { id: "c", name: "gone.log", state: "cancelled", done: 1, total: 1, findings: null, problem: "" },
  ];
  server({ "GET /api/scans": scans });
  const show = vi.fn();
  const place = await render(<EarlierLogs onShow={show} />);
  await settle();
  expect(screen.getAllByRole("listitem")).toHaveLength(2);
  expect(place.textContent).toContain("later.log is being read");
  await click(within(screen.getAllByRole("listitem")[1] as HTMLElement).getByRole("button"));
  expect(show).toHaveBeenCalledWith(scans[1]);
});

test("more lines of a finding come on demand", async () => {
  await render(<LogPage log={log({})} onOpen={vi.fn()} onAdd={vi.fn()} />);
  expect(screen.queryAllByText("again")).toHaveLength(0);
  await click(screen.getAllByRole("button", { name: words.takingIn.log.all(2) })[0] as HTMLElement);
  expect(screen.queryAllByText("again")).toHaveLength(1);
});

test("while it is read it says how far it is, and Escape cancels", async () => {
  const cancel = vi.fn();
  const place = await render(
    <LogPage
      log={log({ stage: "reading", percent: 42, scan: null, cancel })}
      onOpen={vi.fn()}
      onAdd={vi.fn()}
    />,
  );
  expect(screen.getByRole<HTMLProgressElement>("progressbar").value).toBe(42);
  expect(place.textContent).toContain("reading it, 42 %");
  await key("Escape");
  expect(cancel).toHaveBeenCalledTimes(1);
});

test("a refusal is shown as the server words it", async () => {
  await render(
    <LogPage
      log={log({ stage: "failed", scan: null, problem: "No log does. It was deleted." })}
      onOpen={vi.fn()}
      onAdd={vi.fn()}
    />,
  );
  expect(screen.getByText("No log does. It was deleted.").className).toBe("refused");
});

test("marks stand along the ruler in proportion, each place once", () => {
  expect(ruled(FOUND.known, 101, 1000)).toEqual([100, 190]);
  expect(ruled([finding("a", "b", 1), finding("c", "d", 1)], 10, 1000)).toEqual([0, 1000]);
  expect(ruled([], 0, 1000)).toEqual([]);
});
