import { useEffect, useRef } from "react";

type Heard = (data: unknown) => void;

const listeners = new Map<string, Set<Heard>>();
/** Cases that are looked at, by how many listen; the server tells each change of these. */
const cases = new Map<number, number>();
let stream: EventSource | null = null;
let address = "";

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
  const wanted = listeners.size === 0 || document.hidden ? "" : where();
  if (wanted === address) return;
  stream?.close();
  stream = wanted === "" ? null : new EventSource(wanted);
  address = wanted;
  for (const kind of listeners.keys()) stream?.addEventListener(kind, hear);
}

const where = () =>
  cases.size === 0 ? "/api/live" : `/api/live?${[...cases.keys()].map((n) => `case=${n}`).join("&")}`;

/** Asks to be told of one case; answers how to stop. */
function lookAt(n: number): () => void {
  cases.set(n, (cases.get(n) ?? 0) + 1);
  return () => {
    const left = (cases.get(n) ?? 1) - 1;
    if (left > 0) cases.set(n, left);
    else cases.delete(n);
  };
}

document.addEventListener("visibilitychange", fit);

/**
 * Listens to one kind of event, of one case if that is said; answers how to stop. The stream is opened for the first who listens and closed behind the last.
 * Where there is none, nothing is heard: what is shown must also be asked for now and then.
 */
export function onLive(kind: string, tell: Heard, about?: number): () => void {
  if (typeof EventSource === "undefined") return () => undefined;
  const lookAway = about === undefined ? undefined : lookAt(about);
  const of = listeners.get(kind);
  if (of) of.add(tell);
  else {
    listeners.set(kind, new Set([tell]));
    stream?.addEventListener(kind, hear);
  }
  fit();
  return () => {
    lookAway?.();
    const left = listeners.get(kind);
    left?.delete(tell);
    if (left?.size === 0) {
      listeners.delete(kind);
      stream?.removeEventListener(kind, hear);
    }
    fit();
  };
}

interface Listening {
  /** What comes within it is told once, at its end. */
  pauseMs?: number;
  /** The one case of which each change is told. */
  about?: number;
}

/** Listens while the component is shown. */
export function useLive(kind: string, tell: Heard, { pauseMs = 0, about }: Listening = {}): void {
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const stop = onLive(
      kind,
      (data) => {
        if (pauseMs === 0) latest.current(data);
        else
          waiting ??= setTimeout(() => {
            waiting = undefined;
            latest.current(data);
          }, pauseMs);
      },
      about,
    );
    return () => {
      clearTimeout(waiting);
      stop();
    };
  }, [kind, pauseMs, about]);
}
