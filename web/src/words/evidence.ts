/** What the Evidence place says. */
import { many } from "./count";

export const evidenceWords = {
  title: "Evidence",
  desk: {
    since: (cases: number, month: string) => `${many(cases, "case", "cases")} since ${month}. `,
    first: (share: string) => `The first fix ended ${share} of them`,
    held: (share: string) => `${share} of the solved held`,
    time: (half: string, most: string) => `half took at most ${half}, nine in ten ${most}`,
    saved: (m: string) => `the measured orders save about ${m} a month against the authors'`,
    none: "No cases yet. Evidence comes by itself from cases that are worked to their end, or from a CSV of older ones.",
    reading: (percent: string) =>
      `Cases are being read and counted: ${percent} so far. It goes on if you leave.`,
    most: (n: number, all: number) =>
      `These are the ${many(n, "error", "errors")} whose order matters most; the CSV has all ${all.toLocaleString("en-GB")}.`,
    nonePicked: "No case fits what you chose.",
    failed: (titles: string[]) =>
      `Could not be computed, and is not counted here: ${titles.join(", ")}. Whoever runs Mendak finds the reason in its log.`,
    where: "Where the order matters",
    whereSays: "expected minutes a case by the measured order, and by the author's",
    aMonth: (m: string) => `${m} a month`,
    same: "the author's order is the measured one",
    little: "little evidence",
    unmeasured: (n: number) => `${many(n, "case", "cases")}, too few to measure`,
    instead: (measured: string, authored: string) => `${measured} instead of ${authored}`,
    changed: "What changed",
    changedNone: "No fix works noticeably more or less than it did.",
    ruleOut: "Hardly ever helped",
    long: "How long the solved ones took",
    upTo: (m: number) => `up to ${m} min`,
    beyond: (m: number) => `over ${m} min`,
    months: "Solved by the first fix, month by month",
    monthMark: (month: string, share: string, n: number) => `${month}: ${share} of ${n}`,
    table: "the numbers",
    monthHead: {
      cases: "cases",
      solved: "solved",
      first: "by the first fix",
      held: "held",
      half: "half took at most",
    },
    csv: "as CSV",
    all: (n: number) => `all ${n} errors`,
    fewer: "fewer",
    how: {
      first:
        "Cases in which the first fix that was tried and retested ended the error, and it stayed away. Fixes that were skipped, could not be applied or had nothing to do are passed over.",
      held: "Solved cases that did not come back within the holding time. Silence counts as held.",
      time: "Working minutes of all attempts of a solved case; waits over half an hour are left out. Half of the cases took at most the first figure.",
      saved:
        "For each error: the expected minutes of a case by the author's order less those by the measured order, both with the chances measured now and with handing over where that pays; times its cases a month over the last three months. Errors with too little evidence count nothing.",
    },
  },
  filters: {
    label: "Which cases",
    all: "all cases",
    product: "Product",
    agent: "Worked by",
    somebody: "somebody",
    from: "From",
    to: "To",
    any: "any",
    clear: "all cases again",
    chosen: (parts: string[]) => parts.join(" · "),
    since: (day: string) => `since ${day}`,
    until: (day: string) => `until ${day}`,
  },
  error: {
    line: (chosen: number, since: string) => `${many(chosen, "case", "cases")} since ${since}`,
    agents: (n: number) => many(n, "agent", "agents"),
    works: "Does it work?",
    worksSays: "share of retested tries that ended it for good, with what is plausible",
    firstSays: "chance that it ends a case as the first step",
    toFirst: "as the first step",
    toAll: "wherever it stood",
    of: (held: number, tried: number) => `${held} of ${tried}`,
    never: "never tried",
    neverFirst: (tried: number) => `never tried first (${many(tried, "try", "tries")}): an estimate`,
    little: "little evidence",
    months: (title: string) => `${title}, month by month`,
    monthMark: (month: string, held: number, tried: number) => `${month}: ${held} of ${tried} held`,
    noMonths: "No try of it yet.",
    fell: "Fell",
    rose: "Rose",
    change: (from: string, to: string) => ` from ${from} to ${to} `,
    withRelease: (release: string) => `with ${release}`,
    inMonth: (month: string) => `in ${month}`,
    triesSince: (n: number) => ` (${many(n, "try", "tries")} since). `,
    seeCases: "See those cases",
    ruleOut: (title: string, held: number, tried: number) => `${title}: ${held} of ${tried}. `,
    ruleOutAct: "Rule it out here?",
    restart: (p: string) =>
      `It restarts something on its way. Where the plain restart did not help, it still ends ${p}.`,
    order: "Which order?",
    author: "author's",
    measured: "measured",
    expected: (measured: string, authored: string) => [
      "Measured order: ",
      measured,
      " expected, author's: ",
      authored,
      ".",
    ],
    save: (cases: string, saved: string) => [
      "At ",
      cases === "1" ? "one case" : `${cases} cases`,
      " a month that is about ",
      saved,
      " a month.",
    ],
    differsNot: "The author's order is the measured one.",
    learns: "It costs a little more than the author's for now: it tries early what is little known.",
    handOver: "hand over",
    draft: "Make it a draft",
    drafted: "A draft was made; it is not published.",
    openDraft: "Open it",
    how: "how this was computed",
    howText: (cases: number, handOver: string) =>
      `From ${many(cases, "case", "cases")}: each says which fixes failed and what ended it. From these the chance of every fix after every set of failures is estimated. The expected minutes of an order are the minutes of each fix times the chance that one gets there, and ${handOver} for handing over. The measured order makes them least, what must follow and what must be fetched included.`,
    tooLittle: (solved: number) =>
      `Too little to measure: ${many(solved, "case was", "cases were")} ended by one of these fixes, five are needed. Until then it is the author's order.`,
    unsure: "Still unsure",
    unsureText: (title: string, first: number, tried: number) =>
      `“${title}” was ${first === 0 ? "never tried first" : first === 1 ? "tried first once" : `tried first ${first} times`} in ${many(tried, "try", "tries")}. Trying it first now and then would teach most.`,
    oneOrder:
      "Nearly all cases were worked in the same order. More cases like them make the ranges narrower without making the chances truer; some variety would.",
    sure: "Nothing stands out: every fix was tried first often enough.",
    whom: "For whom",
    whomNone: "Nothing is known of these cases that would tell them apart.",
    tries: "Its tries, newest first",
    triesOf: (what: string) => `Tries ${what}`,
    tryLine: (month: string, version: string | null) => [month, version].filter(Boolean).join(" · "),
    held: "held",
    triedWord: "tried",
    first: "first",
    more: (n: number) => `${n} more`,
    newestOnly: (told: number, total: number) =>
      `The newest ${told} of ${total} tries; all of them stand in the table of tries.`,
    allOf: "all of them",
    empty: "No case of this error yet. Its first five solved cases make a measured order.",
    runbook: "runbook",
  },
  /** Sentences that open a number. */
  explain: {
    share: (held: number, tried: number, share: string) =>
      `${held} of ${many(tried, "retested try", "retested tries")} ended the error and it stayed away: ${share}.`,
    range: (low: string, high: string) =>
      `With so many tries the true share plausibly lies between ${low} and ${high} (four times in five).`,
    little: "Under 20 cases of this error there is too little to say where the true share lies.",
    first: (p: string, first: number, worked: number) =>
      first === 0
        ? `As the first step it would end about ${p}: estimated from what happened after other fixes had failed, since it was never tried first.`
        : `As the first step it would end about ${p}. It was tried first ${first}×, and ended ${worked} of those; the other tries and what ended the other cases count as well.`,
    minutes: (m: string, authored: string | null) =>
      authored === null ? `It takes ${m}.` : `It takes ${m}; its author wrote ${authored}.`,
    cameBack: (n: number) =>
      n === 1
        ? "One success came back and counts as a failure."
        : `${n} successes came back and count as failures.`,
  },
  keys: {
    fixes: "A fix, by its place",
    first: "As the first step, or wherever it stood",
    draft: "Make the measured order a draft",
    how: "How it was computed",
  },
};

/** What was measured of a document before and since it was changed. */
export const effectWords = {
  verdicts: {
    "too-few": (now: number) => `Revision ${now} was tried too seldom yet to say whether it does better.`,
    "no-difference": (now: number, before: number) =>
      `Since revision ${now} no more and no fewer succeed than before${of(before)}, as far as can be told.`,
    better: (now: number, before: number) => `Since revision ${now} more succeed than before${of(before)}.`,
    worse: (now: number, before: number) => `Since revision ${now} fewer succeed than before${of(before)}.`,
  },
  mind: "Other things have changed too: releases, seasons, what is tried first.",
  measured: (
    ofFix: boolean,
    held: number,
    tried: number,
    low: string,
    high: string,
    minutes: string | null,
  ) =>
    `${held} of ${ofFix ? many(tried, "try", "tries") : many(tried, "case", "cases")} ended it for good (plausibly ${low} to ${high})${minutes === null ? "" : `, ${minutes} each`}`,
  untried: (ofFix: boolean) => (ofFix ? "not tried since" : "no case has ended since"),
  before: "before any was published here",
  earlierName: (key: string, revision: number) => `as ${key}, revision ${revision}`,
};

function of(before: number): string {
  return before === 0 ? "" : `, with revision ${before}`;
}
