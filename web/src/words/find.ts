/** What is said of what was found. */
import { many } from "./count";

export const findWords = {
  title: "Find",
  hint: "Words, codes, devices, callers, tickets, numbers: whatever is known of it. Typing errors are forgiven.",
  all: "all",
  kinds: { error: "runbooks", fix: "fixes", step: "steps", case: "cases" } as Record<string, string>,
  one: { error: "runbook", fix: "fix", step: "step", case: "case" } as Record<string, string>,
  kindsLabel: "Only",
  product: "product",
  phase: "phase",
  state: "state of the case",
  none: (typed: string) => `Nothing has “${typed}” in it.`,
  noneFiltered: "Nothing of what is chosen above.",
  total: (n: number, more: boolean) => (more ? `more than ${n} found` : `${n} found`),
  loose: "Nothing has all of these words; these have most of them.",
  reading: (share: number) => `Cases are still being read: ${Math.floor(share * 100)} in 100 so far.`,
  goOn: "go on",
  end: "The first thousand are shown; one more word brings the others nearer.",
  here: "Found",
  everything: (n: number, more: boolean) => `all ${more ? `more than ${n}` : n}`,
  keys: "In what was found",
  keyMove: "↑ ↓ choose, Enter opens",
  keyFind: "Ctrl Enter finds it everywhere",
  step: (n: number) => `step ${n}`,
  caseOf: (n: number) => `case ${n}`,
  count: (n: number) => many(n, "thing", "things"),
};
