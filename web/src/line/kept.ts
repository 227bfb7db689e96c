/** What was answered at the device and has not reached the desk: kept on this device, sent in its order, each once. */

export interface Answer {
  /** The same twice is the same answer. */
  id: string;
  kind: string;
  step: number;
  item?: string;
  about?: number;
  text?: string;
}

/** Where a browser keeps nothing, what is typed is kept as long as the page stands. */
const standing = new Map<string, string>();

function stored(place: string): string | null {
  if (standing.has(place)) return standing.get(place) ?? null;
  try {
    return localStorage.getItem(place);
  } catch {
    return null;
  }
}

function store(place: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(place);
    else localStorage.setItem(place, text);
    standing.delete(place);
  } catch {
    if (text === null) standing.delete(place);
    else standing.set(place, text);
  }
}

/** What came of trying to send. */
export type Sent = { ok: true } | { ok: false; again: true } | { ok: false; again: false; why: string };

const MOST = 20;
const AGAIN_MS = [1_000, 2_000, 4_000, 8_000, 15_000];
/** Too slow, too many, and whatever is wrong at the other end: later it may go. */
const LATER = new Set([0, 408, 425, 429]);

/** What a status says of an answer that was sent. */
export function sentBy(status: number, why: string): Sent {
  if (status >= 200 && status < 300) return { ok: true };
  if (LATER.has(status) || status >= 500) return { ok: false, again: true };
  return { ok: false, again: false, why };
}

interface Told {
  waiting: (count: number, cut: boolean) => void;
  sent: (a: Answer) => void;
  refused: (a: Answer, why: string) => void;
}

export class Outgoing {
  private sending = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly place: string,
    private readonly send: (a: Answer) => Promise<Sent>,
    private readonly told: Told,
  ) {}

  all(): Answer[] {
    try {
      const kept: unknown = JSON.parse(stored(this.place) ?? "[]");
      return Array.isArray(kept) ? (kept as Answer[]) : [];
    } catch {
      return [];
    }
  }

  private keep(all: Answer[]): void {
    store(this.place, all.length === 0 ? null : JSON.stringify(all));
  }

  /** False if so much waits that no more is kept. */
  add(a: Answer): boolean {
    const all = this.all();
    if (all.length >= MOST) return false;
    this.keep([...all, a]);
    void this.go();
    return true;
  }

  /** Sends what waits, the oldest first; stops at what does not go and tries again by itself. */
  async go(): Promise<void> {
    if (this.sending) return;
    clearTimeout(this.timer);
    this.sending = true;
    try {
      for (let first = this.all()[0]; first; first = this.all()[0]) {
        const answer = first;
        this.told.waiting(this.all().length, this.failures > 0);
        const came = await this.send(answer);
        if (!came.ok && came.again) {
          this.failures++;
          this.told.waiting(this.all().length, true);
          const pause = AGAIN_MS[Math.min(this.failures, AGAIN_MS.length) - 1];
          this.timer = setTimeout(() => void this.go(), pause);
          return;
        }
        this.failures = 0;
        // another tab may have sent it meanwhile
        this.keep(this.all().filter((a) => a.id !== answer.id));
        if (came.ok) this.told.sent(answer);
        else this.told.refused(answer, came.why);
      }
    } finally {
      this.sending = false;
    }
  }
}

/** What is half typed, by the place that it is typed into; a reload loses nothing. */
export class Drafts {
  constructor(private readonly place: string) {}

  private all(): Record<string, string> {
    try {
      return JSON.parse(stored(this.place) ?? "{}") as Record<string, string>;
    } catch {
      return {};
    }
  }

  of(key: string): string {
    return this.all()[key] ?? "";
  }

  keep(key: string, text: string): void {
    const all = Object.fromEntries(Object.entries(this.all()).filter(([k]) => k !== key));
    const next = text === "" ? all : { ...all, [key]: text };
    store(this.place, Object.keys(next).length === 0 ? null : JSON.stringify(next));
  }
}
