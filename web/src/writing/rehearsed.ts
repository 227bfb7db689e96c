import type { Heard, Rehearsed } from "../api";

/** The mean of what is known; null if nothing is. */
export function meanMinutes(minutes: (number | null)[]): number | null {
  const known = minutes.filter((m): m is number => m !== null);
  return known.length === 0 ? null : known.reduce((a, b) => a + b, 0) / known.length;
}

/** The cases that would be begun with another fix than today. */
export const begunOtherwise = (plans: Rehearsed["plans"]) =>
  plans.filter((p) => p.firstAfter !== p.firstBefore);

/** How many texts would be recognised. */
export const matched = (heard: Heard) => heard.kept + heard.caught.count + heard.stolen.count;
