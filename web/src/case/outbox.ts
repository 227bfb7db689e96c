/**
 * Entries about steps on their way to the server. Each has an id of its own, so that sending one twice does no harm; what is
 * not acknowledged yet is kept in this browser and sent again, also after a reload.
 */
import { useSyncExternalStore } from "react";
import { HttpError, newId, type StepEntry, type StepResult } from "../api";
import { keep, kept } from "../look";
import { sendStep } from "./api";

export interface Waiting {
  number: number;
  attempt: number;
  entry: StepEntry & { clientId: string; step: number; what: string };
}

const KEY = "outbox";
const AGAIN_MS = 3_000;

type Told = (sent: Waiting, result: StepResult | HttpError) => void;

let waiting: Waiting[] | null = null;
let sending = false;
const listeners = new Set<() => void>();
const told = new Set<Told>();

function all(): Waiting[] {
  waiting ??= kept<Waiting[]>(KEY, []);
  return waiting;
}

function set(next: Waiting[]): void {
  waiting = next;
  keep(KEY, next.length === 0 ? null : next);
  listeners.forEach((l) => l());
}

/** Whether trying again later can help. */
function passing(e: unknown): boolean {
  return (
    e instanceof HttpError && (e.status === 0 || e.status === 401 || e.status === 403 || e.status >= 500)
  );
}

async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (let next = all()[0]; next; next = all()[0]) {
      const sent = next;
      const result = await sendStep(sent.number, sent.attempt, sent.entry).catch(
        (e: unknown) => e as HttpError,
      );
      if (result instanceof Error && passing(result)) {
        setTimeout(() => void flush(), AGAIN_MS);
        return;
      }
      // told first: whoever shows it goes on showing it, and it never stands as not entered between the two
      told.forEach((t) => t(sent, result));
      set(all().filter((w) => w.entry.clientId !== sent.entry.clientId));
    }
  } finally {
    sending = false;
  }
}

/** Keeps an entry and sends it as soon as that is possible. */
export function enter(number: number, attempt: number, entry: Omit<Waiting["entry"], "clientId">): void {
  set([...all(), { number, attempt, entry: { ...entry, clientId: newId() } }]);
  void flush();
}

/** Sends what an earlier page left behind; call once when a case is shown. */
export function goOn(): void {
  if (all().length > 0) void flush();
}

/** Told of every entry that the server took or refused for good; answers how to stop listening. */
export function onSent(t: Told): () => void {
  told.add(t);
  return () => told.delete(t);
}

/** What still waits. */
export function useWaiting(): Waiting[] {
  return useSyncExternalStore((l) => {
    listeners.add(l);
    return () => listeners.delete(l);
  }, all);
}
