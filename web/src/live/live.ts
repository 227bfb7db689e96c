import { useEffect, useRef } from "react";

type Heard = (data: unknown) => void;

const listeners = new Map<string, Set<Heard>>();
let stream: EventSource | null = null;

const hear = (e: Event) => {
  const data: unknown = JSON.parse((e as MessageEvent<string>).data);
  listeners.get(e.type)?.forEach((tell) => tell(data));
};

/** Opened for those who listen; each has its kind asked for anew, because a stream that was closed never opens again. */
function open(): void {
  stream = new EventSource("/api/live");
  for (const kind of listeners.keys()) stream.addEventListener(kind, hear);
}

function close(): void {
  stream?.close();
  stream = null;
}

/**
 * Browsers keep a page that was left, and its open stream with it; they open six lines to a server at most, so after six pages nothing
 * would be answered any more. A page that is gone back to listens again.
 */
addEventListener("pagehide", close);
addEventListener("pageshow", () => {
  if (listeners.size > 0 && stream === null) open();
});

/**
 * Listens to one kind of event; answers how to stop. The stream is opened for the first who listens and closed behind the last.
 * Where there is none, nothing is heard: what is shown must also be asked for now and then.
 */
export function onLive(kind: string, tell: Heard): () => void {
  if (typeof EventSource === "undefined") return () => undefined;
  const of = listeners.get(kind);
  if (of) of.add(tell);
  else {
    listeners.set(kind, new Set([tell]));
    stream?.addEventListener(kind, hear);
  }
  if (stream === null) open();
  return () => {
    const left = listeners.get(kind);
    left?.delete(tell);
    if (left?.size === 0) {
      listeners.delete(kind);
      stream?.removeEventListener(kind, hear);
    }
    if (listeners.size === 0) close();
  };
}

/** Listens while the component is shown; with a pause, what comes within it is told once, at its end. */
export function useLive(kind: string, tell: Heard, pauseMs = 0): void {
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const stop = onLive(kind, (data) => {
      if (pauseMs === 0) latest.current(data);
      else
        waiting ??= setTimeout(() => {
          waiting = undefined;
          latest.current(data);
        }, pauseMs);
    });
    return () => {
      clearTimeout(waiting);
      stop();
    };
  }, [kind, pauseMs]);
}
