/**
 * What the script adds to the page at the device, which is whole without it: what was typed or tapped is kept until it has arrived, the page
 * goes on by itself, and a picture can be sent. Small, and of nothing else in this application: it comes over a poor line.
 */
import { type Answer, Drafts, Outgoing, sentBy } from "./kept";
import { smaller } from "./picture";

const LOOK_MS = 2_000;
const PATIENCE_MS = 10_000;

/** Older browsers give up by themselves, and later. */
const within = (ms: number): { signal?: AbortSignal } =>
  "timeout" in AbortSignal ? { signal: AbortSignal.timeout(ms) } : {};

const say = (text: string) => {
  const place = document.getElementById("state");
  if (place && place.textContent !== text) place.textContent = text;
};

const words = {
  kept: (n: number) =>
    n === 1
      ? "No line just now. Your answer is kept here and is sent by itself."
      : `No line just now. ${n} answers are kept here and are sent by themselves.`,
  sending: "Sending \u2026",
  sent: "Sent.",
  full: "So much waits here that no more is kept. Wait until the line is back.",
  picture: "Sending the picture \u2026",
  pictureFailed: "The picture did not go. Try it once more.",
  cut: "No line just now. What you type is kept.",
};

async function problem(answer: Response): Promise<string> {
  try {
    return ((await answer.json()) as { detail?: string }).detail ?? "";
  } catch {
    return "";
  }
}

export function begin(): () => void {
  const first = document.querySelector<HTMLElement>("main[data-code]");
  if (!first) return () => undefined;
  const code = first.dataset.code ?? "";
  const address = `/api/shown/${code}`;
  const drafts = new Drafts(`mendak.line.typed.${code}`);
  let tag = "";
  let over = false;

  const main = () => document.querySelector<HTMLElement>("main");
  const place = (form: HTMLFormElement) => {
    const m = main();
    return `${m?.dataset.step ?? ""}.${m?.dataset.item ?? ""}.${form.dataset.kind ?? ""}`;
  };

  const out = new Outgoing(
    `mendak.line.${code}`,
    async (a) => {
      try {
        const came = await fetch(address, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify(a),
          ...within(PATIENCE_MS),
        });
        return sentBy(came.status, came.ok ? "" : await problem(came));
      } catch {
        return sentBy(0, "");
      }
    },
    {
      waiting: (n, cut) => say(cut ? words.kept(n) : words.sending),
      sent: () => {
        say(words.sent);
        void look();
      },
      refused: (a, why) => {
        // it is over, or was never possible: what was typed is not lost for that
        if (a.text) drafts.keep(`${a.step}.${a.item ?? ""}.${a.kind}`, a.text);
        restore();
        say(why);
        void look();
      },
    },
  );

  const restore = () => {
    document.querySelectorAll<HTMLFormElement>("form[data-kind]").forEach((form) => {
      const box = form.querySelector("textarea");
      if (box && box.value === "") box.value = drafts.of(place(form));
      if (box && box.value !== "") form.closest("details")?.setAttribute("open", "");
    });
    document.querySelector(".picture")?.removeAttribute("hidden");
  };

  /** The page with what is new; whoever is typing goes on typing. */
  const show = (html: string) => {
    const next = new DOMParser().parseFromString(html, "text/html").querySelector("main");
    const now = main();
    if (!next || !now) return;
    const focused = document.activeElement;
    const typing =
      focused instanceof HTMLTextAreaElement ? { id: focused.id, at: focused.selectionStart } : null;
    const sameStep = next.dataset.step === now.dataset.step && next.dataset.item === now.dataset.item;
    const opened = sameStep && now.querySelector("details")?.open === true;
    now.replaceWith(document.importNode(next, true));
    restore();
    if (opened) main()?.querySelector("details")?.setAttribute("open", "");
    const box = typing && sameStep ? document.getElementById(typing.id) : null;
    if (box instanceof HTMLTextAreaElement) {
      box.focus({ preventScroll: true });
      box.setSelectionRange(typing?.at ?? 0, typing?.at ?? 0);
    } else if (!sameStep) {
      window.scrollTo(0, 0);
      if (out.all().length === 0) say("");
    }
  };

  let looking = false;
  const look = async () => {
    if (over || looking) return;
    looking = true;
    try {
      const came = await fetch(`/show/${code}`, {
        headers: tag === "" ? {} : { "If-None-Match": tag },
        cache: "no-store",
        ...within(PATIENCE_MS),
      });
      if (came.status === 304) {
        if (document.getElementById("state")?.textContent === words.cut) say("");
        return;
      }
      if (came.status >= 500 || came.status === 429) return;
      // ended: its page says so, and nothing more is asked for
      over = came.status === 404;
      tag = came.headers.get("ETag") ?? "";
      show(await came.text());
      if (document.getElementById("state")?.textContent === words.cut) say("");
    } catch {
      if (out.all().length === 0) say(words.cut);
    } finally {
      looking = false;
    }
  };

  const submit = (e: Event) => {
    const form = e.target as HTMLFormElement;
    const kind = form.dataset.kind;
    if (!kind) return;
    e.preventDefault();
    const field = (name: string) => {
      const value = new FormData(form).get(name);
      return typeof value === "string" && value !== "" ? value : undefined;
    };
    const answer: Answer = { id: crypto.randomUUID?.() ?? randomId(), kind, step: Number(field("step")) };
    const item = field("item");
    const about = field("about");
    const text = field("text");
    if (item !== undefined) answer.item = item;
    if (about !== undefined) answer.about = Number(about);
    if (text !== undefined) answer.text = text;
    // a finger that taps twice means it once
    const twice = out
      .all()
      .some((a) => a.kind === kind && a.step === answer.step && a.item === item && a.text === text);
    if (twice) return;
    if (!out.add(answer)) {
      say(words.full);
      return;
    }
    const box = form.querySelector("textarea");
    if (box) {
      drafts.keep(place(form), "");
      box.value = "";
    }
  };

  const typed = (e: Event) => {
    if (!(e.target instanceof HTMLTextAreaElement) || !e.target.form) return;
    drafts.keep(place(e.target.form), e.target.value);
  };

  const chosen = async (e: Event) => {
    const input = e.target;
    if (!(input instanceof HTMLInputElement) || input.type !== "file" || !input.files?.[0]) return;
    const file = input.files[0];
    const step = main()?.dataset.step ?? "1";
    say(words.picture);
    try {
      const picture = await smaller(file);
      const came = await fetch(`${address}/pictures?id=${randomId()}&step=${step}`, {
        method: "POST",
        headers: { "Content-Type": picture.type || "application/octet-stream" },
        body: picture,
      });
      say(came.ok ? words.sent : (await problem(came)) || words.pictureFailed);
      if (came.ok) void look();
    } catch {
      say(words.pictureFailed);
    }
    input.value = "";
  };

  const back = () => {
    void out.go();
    void look();
  };
  const seen = () => {
    if (!document.hidden) back();
  };
  const pick = (e: Event) => void chosen(e);
  document.addEventListener("submit", submit);
  document.addEventListener("input", typed);
  document.addEventListener("change", pick);
  document.addEventListener("visibilitychange", seen);
  window.addEventListener("online", back);
  const timer = setInterval(() => {
    if (!document.hidden) void look();
  }, LOOK_MS);
  restore();
  back();
  return () => {
    clearInterval(timer);
    document.removeEventListener("submit", submit);
    document.removeEventListener("input", typed);
    document.removeEventListener("change", pick);
    document.removeEventListener("visibilitychange", seen);
    window.removeEventListener("online", back);
  };
}

/** Where the page does not come over a safe line, browsers have no ids to give. */
function randomId(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, "0")).join("");
}
