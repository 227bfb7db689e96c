import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { HttpError, type Scan, sendFile } from "../api";
import { onLive } from "../live";
import { forgetScan, scanned } from "./api";

/** How a log that is being read stands, and what was found in it. */
export interface Log {
  /** The file's name; null while no log is being read. */
  file: string | null;
  /** Bytes sent of the file, then bytes read of it. */
  stage: "sending" | "waiting" | "reading" | "done" | "failed" | "cancelled";
  percent: number;
  scan: Scan | null;
  problem: string;
  read: (file: File) => void;
  /** Shows a scan that was begun earlier. */
  resume: (scan: Scan) => void;
  cancel: () => void;
  close: () => void;
  dropZone: { over: boolean; handlers: Record<string, (e: React.DragEvent) => void> };
}

interface State {
  file: string | null;
  stage: Log["stage"];
  percent: number;
  scan: Scan | null;
  problem: string;
}

const NONE: State = { file: null, stage: "sending", percent: 0, scan: null, problem: "" };

/** Where the live stream cannot be had, the scan is asked for this often. */
const ASK_AGAIN_MS = 700;

const share = (done: number, total: number) =>
  total > 0 ? Math.min(100, Math.floor((100 * done) / total)) : 0;

function stageOf(scan: Scan): Log["stage"] {
  switch (scan.state) {
    case "waiting":
      return "waiting";
    case "running":
      return "reading";
    case "done":
      return "done";
    case "cancelled":
      return "cancelled";
    default:
      return "failed";
  }
}

/** Sends a log, follows its scan over the live stream, and keeps the findings until it is put away. */
export function useLog(): Log {
  const client = useQueryClient();
  const [state, setState] = useState<State>(NONE);
  const [over, setOver] = useState(false);
  const stop = useRef<AbortController | null>(null);
  const id = state.scan?.id;
  const open = state.stage === "waiting" || state.stage === "reading";

  const told = useCallback((scan: Scan) => {
    setState((s) =>
      s.file === null || (s.scan !== null && s.scan.id !== scan.id)
        ? s
        : { ...s, scan, stage: stageOf(scan), percent: share(scan.done, scan.total), problem: scan.problem },
    );
  }, []);

  useEffect(() => {
    if (!id || !open) return;
    let ended = false;
    const ask = () => {
      scanned(id).then(
        (scan) => {
          if (!ended) told(scan);
        },
        () => undefined, // asked again
      );
    };
    const timer = setInterval(ask, ASK_AGAIN_MS);
    const deaf = onLive("scan", (data) => {
      const p = data as Scan;
      if (p.id !== id || ended) return;
      if (p.state === "running") {
        setState((s) => ({ ...s, stage: "reading", percent: share(p.done, p.total) }));
      } else ask();
    });
    return () => {
      ended = true;
      clearInterval(timer);
      deaf();
    };
  }, [id, open, told]);

  const read = useCallback(
    (file: File) => {
      const controller = new AbortController();
      stop.current = controller;
      setState({ ...NONE, file: file.name });
      sendFile<Scan>(
        "/api/scans",
        {},
        file,
        (bytes) => setState((s) => ({ ...s, percent: share(bytes, file.size) })),
        controller.signal,
      ).then(told, (e: unknown) => {
        const stopped = e instanceof DOMException;
        const problem = e instanceof HttpError ? e.message : "";
        setState((s) => ({ ...s, stage: stopped ? "cancelled" : "failed", problem }));
      });
    },
    [told],
  );

  const resume = useCallback(
    (scan: Scan) => {
      setState({
        ...NONE,
        file: scan.name,
        scan,
        stage: stageOf(scan),
        percent: share(scan.done, scan.total),
      });
      scanned(scan.id).then(told, (e: unknown) =>
        setState((s) => ({ ...s, stage: "failed", problem: e instanceof HttpError ? e.message : "" })),
      );
    },
    [told],
  );

  const cancel = useCallback(() => {
    stop.current?.abort();
    if (id && open) void forgetScan(id).catch(() => undefined);
    setState((s) => ({ ...s, stage: "cancelled" }));
  }, [id, open]);

  return {
    ...state,
    read,
    resume,
    cancel,
    close: () => {
      setState(NONE);
      if (!id) return;
      void forgetScan(id)
        .catch(() => undefined) // it is forgotten with the next restart at the latest
        .then(() => client.invalidateQueries({ queryKey: ["scans"] }));
    },
    dropZone: {
      over,
      handlers: {
        onDragOver: (e) => {
          if (!e.dataTransfer.types.includes("Files")) return;
          e.preventDefault();
          setOver(true);
        },
        onDragLeave: () => setOver(false),
        onDrop: (e) => {
          setOver(false);
          const file = e.dataTransfer.files[0];
          if (!file) return;
          e.preventDefault();
          read(file);
        },
      },
    },
  };
}
