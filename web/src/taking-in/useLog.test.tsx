import { act, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Scan } from "../api";
import { click, render, server, settle } from "../testing/render";
import { useLog } from "./useLog";

let last: FakeCall | null = null;

/** As much of XMLHttpRequest as sending a file needs, answered by the test. */
class FakeCall {
  upload: { onprogress?: (e: { loaded: number }) => void } = {};
  onload: () => void = () => undefined;
  onabort: () => void = () => undefined;
  status = 202;
  statusText = "";
  responseText = "";
  constructor() {
    // eslint-disable-next-line @typescript-eslint/no-this-alias -- the test answers the call
    last = this;
  }
  open = vi.fn();
  setRequestHeader = vi.fn();
  send = vi.fn();
  abort() {
    this.onabort();
  }
}

function Reader() {
  const log = useLog();
  return (
    <div>
      <p>{`${log.file} ${log.stage} ${log.percent} ${log.problem}`}</p>
      <button aria-label="read" onClick={() => log.read(new File(["x".repeat(200)], "till.log"))} />
      <button aria-label="cancel" onClick={log.cancel} />
      <button aria-label="close" onClick={log.close} />
      <button aria-label="resume" onClick={() => log.resume(scan("running", 20) as Scan)} />
    </div>
  );
}

const scan = (state: string, done: number) => ({
  id: "a1",
  name: "till.log",
  state,
  done,
  total: 200,
  findings: null,
  problem: "",
});

test("sends, follows and cancels a log", async () => {
  vi.stubGlobal("XMLHttpRequest", FakeCall);
  const calls = server({ "GET /api/scans/a1": scan("running", 100), "DELETE /api/scans/a1": {} });
  const place = await render(<Reader />);
  await click(screen.getByLabelText("read"));
  expect(place.textContent).toContain("till.log sending 0");
  await act(async () => {
    last?.upload.onprogress?.({ loaded: 50 });
    await Promise.resolve();
  });
  expect(place.textContent).toContain("sending 25");
  if (last) last.responseText = JSON.stringify(scan("running", 20));
  last?.onload();
  await settle();
  expect(place.textContent).toContain("reading 10");
  await click(screen.getByLabelText("cancel"));
  await settle();
  expect(place.textContent).toContain("cancelled");
  expect(calls.some((c) => c.method === "DELETE" && c.path === "/api/scans/a1")).toBe(true);
});

test("a refused log says why", async () => {
  vi.stubGlobal("XMLHttpRequest", FakeCall);
  server({});
  const place = await render(<Reader />);
  await click(screen.getByLabelText("read"));
  if (last) {
    last.status = 413;
    last.responseText = JSON.stringify({ detail: "The log has too many bytes." });
  }
  last?.onload();
  await settle();
  expect(place.textContent).toContain("failed 0 The log has too many bytes.");
});

test("a scan begun earlier is shown as it stands now, and putting it away forgets it", async () => {
  const calls = server({
    "GET /api/scans/a1": { ...scan("done", 200), findings: null },
    "DELETE /api/scans/a1": {},
  });
  const place = await render(<Reader />);
  await click(screen.getByLabelText("resume"));
  await settle();
  expect(place.textContent).toContain("till.log done 100");
  await click(screen.getByLabelText("close"));
  await settle();
  expect(place.textContent).toContain("null");
  expect(calls.some((c) => c.method === "DELETE" && c.path === "/api/scans/a1")).toBe(true);
});
