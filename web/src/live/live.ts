import { useEffect, useRef } from "react";

type Heard = (data: unknown) => void;

const listeners = new Map<string, Set<Heard>>();
let stream: EventSource | null = null;

const hear = (e: Event) => {
  const data: unknown = JSON.parse((e as MessageEvent<string>).data);
  listeners.get(e.type)?.forEach((tell) => tell(data));
};

/**
 * A stream is open while somebody listens and the page is seen. A browser opens six lines to a server for all its tabs, and keeps pages that
 * were left with their streams: were each to hold one, nothing would be answered after the sixth. What was missed meanwhile is asked for
 * when the page is seen again, as every query is.
 */
function fit(): void {
  if (listeners.size === 0 || document.hidden) {
    stream?.close();
    stream = null;
  } else if (stream === null) {
    stream = new EventSource("/api/live");
    for (const kind of listeners.keys()) stream.addEventListener(kind, hear);
  }
}

document.addEventListener("visibilitychange", fit);

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
  fit();
  return () => {
    const left = listeners.get(kind);
    left?.delete(tell);
    if (left?.size === 0) {
      listeners.delete(kind);
      stream?.removeEventListener(kind, hear);
    }
    fit();
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
