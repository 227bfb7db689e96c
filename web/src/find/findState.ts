import type { FoundHit } from "../api";
import { words } from "../words";

/** Where it is opened. */
export function openedAt(h: FoundHit): string {
  if (h.kind === "case") return `/case/${h.number}`;
  if (h.kind === "error") return `/library/errors/${h.key}`;
  return `/library/fixes/${h.key}${h.kind === "step" ? `#step-${h.number}` : ""}`;
}

/** What is said of it beside its title. */
export function whereOf(h: FoundHit): string {
  const own =
    h.kind === "case"
      ? words.find.caseOf(h.number ?? 0)
      : h.kind === "step"
        ? words.find.step(h.number ?? 0)
        : "";
  const state = h.state === "open" ? words.case.open : (words.case.endings[h.state] ?? h.state);
  const phases = h.phases
    .split(" ")
    .filter(Boolean)
    .map((x) => words.phases[x] ?? x);
  return [own, h.product, ...phases, state].filter(Boolean).join(" · ");
}

/** Whether what is typed is looked up at all: one line that a person may have typed, no pasted text. */
export const looksTyped = (text: string): boolean =>
  text.length >= 2 && text.length <= 80 && !text.includes("\n");
