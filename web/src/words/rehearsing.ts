/** What stands where a document is tried on the past before it is published. */
import { many } from "./count";

export const rehearsingWords = {
  begin: "Rehearse on past cases",
  again: "Rehearse again",
  says: "What would be recognised, planned and owed if it were published so.",
  saysFix: "How the runbooks that try it would go if it were published so.",
  running: "Going through past cases…",
  looking: (looked: number, of: number) => `${looked} of ${of} looked at`,
  stop: "Stop",
  stopped: "Stopped. Nothing was changed.",
  stale: "The text has changed since.",
  looked: (looked: number, kept: number) =>
    `${many(looked, "text", "texts")} of past cases looked at; ${kept} recognised as before.`,
  stolen: (n: number) => `${many(n, "text", "texts")} taken from other known errors`,
  lost: (n: number) => `${many(n, "text", "texts")} not recognised any more`,
  caught: (n: number) => `${many(n, "text", "texts")} newly recognised`,
  more: (n: number) => `and ${n} more`,
  blanks: "Values that would be missing",
  inTexts: (n: number) => `in ${many(n, "text", "texts")}`,
  users: (n: number) =>
    n === 0
      ? "No published runbook tries this fix, so there is no past to go through."
      : `${many(n, "published runbook tries", "published runbooks try")} it.`,
  unsettled: "What would have to be mended where it is tried",
  plans: (n: number) => `The last ${many(n, "case", "cases")}, planned again`,
  minutes: (before: number, after: number) =>
    `Expected minutes to the end: ${before.toFixed(1)} today, ${after.toFixed(1)} with this.`,
  otherwise: (n: number, of: number) =>
    n === 0 ? "Each begins with the same fix as today." : `${n} of ${of} begin with another fix.`,
  insteadOf: (after: string, before: string) => `${after || "nothing"} instead of ${before || "nothing"}`,
  owed: "What its fixes leave to put back",
  owedByFix: "What it leaves to put back",
  /** What is told at each pause in typing. */
  matching: {
    title: "What this would match",
    matches: (n: number, of: number) =>
      of === 0
        ? "No text of a past case comes near"
        : n === of
          ? `All ${many(of, "past text", "past texts")} that come nearest are recognised`
          : `${n} of the ${many(of, "past text", "past texts")} that come nearest are recognised`,
    newly: (n: number) => `${n} of them newly`,
    takes: (n: number) => `${n} taken from other errors`,
    loses: (n: number) => `${n} not recognised any more`,
    samples: (n: number) => `${many(n, "sample", "samples")} of other errors taken`,
    quiet: "Nothing is taken from other errors.",
    among: (n: number) =>
      n === 0
        ? "The desk has no past texts yet; samples of other errors are looked at."
        : `Looked at among the newest ${n.toLocaleString("en-GB")} texts and all samples; a rehearsal goes through more.`,
    failed: "It could not be looked up just now; it is tried again at the next pause.",
  },
};
