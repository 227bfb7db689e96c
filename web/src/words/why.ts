/** Why something stands where it stands in a plan, or is not proposed, in words. */

type Values = Partial<Record<string, string>>;

const ended: Record<string, string> = {
  worked: "it worked",
  "different-error": "it ended the first error",
  "could-not-apply": "could not be applied",
  "nothing-to-do": "there was nothing to do",
  "not-applicable": "does not apply here",
  skipped: "skipped",
  "not-retested": "done, not retested yet",
};

const orEmpty = (v: Values, name: string) => v[name] ?? "";
const after = (sep: string, text: string | undefined) => (text === undefined ? "" : sep + text);

/** By the code on the wire; one that stands in the API alone is found by the compiler where it is put into words. */
const sentences = {
  "by-hand": () => "put here by hand",
  "for-each-minute": (v: Values) => `${orEmpty(v, "inHundred")} in 100 for each minute it takes`,
  "authors-place": () => "the author's place; too little evidence to measure",
  "only-if": (v: Values) => onlyIf(v) + pastOf(v),
  together: (v: Values) => `together with ${orEmpty(v, "fix")}, before one retest`,
  follows: (v: Values) => `follows ${orEmpty(v, "fix")}`,
  "fetched-before": (v: Values) => `needs no new ${orEmpty(v, "need")}: fetched for ${orEmpty(v, "fix")}`,
  "in-one-go": (v: Values) => `in one go with ${orEmpty(v, "fix")}: both need ${orEmpty(v, "need")}`,
  "to-learn": () => "placed early to learn: little tried so far",
  "never-tried": () => "never tried: its chance is an estimate",
  "never-first": () => "never tried first: its chance as a first step is an estimate",
  "little-evidence": (v: Values) => `little evidence: ${orEmpty(v, "cases")} cases`,
  "last-resort": () => "last resort: nothing harmless pays any more",
  "set-aside": (v: Values) => ended[orEmpty(v, "outcome")] ?? orEmpty(v, "outcome"),
  "not-published": () => "the fix is not published",
  "not-so": (v: Values) =>
    `not so here: ${v.condition === undefined ? orEmpty(v, "seen") : `${v.condition} (${orEmpty(v, "seen")})`}`,
  "only-going": () => "only gets them going",
  "not-at-hand": (v: Values) => `not to be had: ${orEmpty(v, "need")}${after("; ", v.how)}`,
  "ruled-out": (v: Values) => `ruled out${after(": ", v.why)}`,
};

function onlyIf(v: Values): string {
  return `only if ${orEmpty(v, "condition")}`;
}

function pastOf(v: Values): string {
  return v.held === undefined
    ? "; no past case says how often that is so"
    : `; so in ${v.held} of ${orEmpty(v, "of")} past cases`;
}

/** A reason as it is told. */
export interface Reason {
  code: keyof typeof sentences;
  values: Values;
}

/** The reason as a sentence's part. */
export function whyWords(w: Reason): string {
  return sentences[w.code](w.values);
}

/** The condition alone that something hangs on; empty if the reason is another. */
export function conditionOf(w: Reason): string {
  return w.code === "only-if" ? onlyIf(w.values) : "";
}
