/** All text the page shows, in one place, so that it can be translated. Functions take the values to say. */

import { deviceWords } from "./device";
import { practiceWords } from "./practice";
import { bringInWords } from "./bring-in";
import { caseWords, deskWords } from "./case";
import { many } from "./count";
import { findWords } from "./find";
import { flagWords } from "./flags";
import { freeWords, gapWords } from "./gaps";
import { deskWordsWords } from "./desk-words";
import { effectWords, evidenceWords } from "./evidence";
import { inAndOutWords } from "./in-and-out";
import { rehearsingWords } from "./rehearsing";
import { sheetWords } from "./sheet";
import { surgeWords } from "./surges";
import { accountWords } from "./account";
import { newsWords } from "./news";
import { teamWords } from "./team";
import { upkeepWords } from "./upkeep";

export { conditionOf, whyWords } from "./why";

const monthName = (month: string, how: Intl.DateTimeFormatOptions) =>
  new Date(`${month}-15T00:00:00Z`).toLocaleDateString("en-GB", { ...how, timeZone: "UTC" });

export const words = {
  lang: "en",
  /** For dates. */
  locale: "en-GB",
  product: "Mendak",
  places: { inHand: "In hand", library: "Library", evidence: "Evidence", gaps: "Gaps", team: "Team" },
  bringIn: bringInWords,
  inAndOut: inAndOutWords,
  field: {
    ask: "What did it say?",
    label: "What did it say? Paste or type, or find a case by caller, device or reference",
    pasted: (lines: number) => `${many(lines, "line", "lines")} · Esc to leave`,
    filter: "What did it say? Or the name of an error",
    find: "Find anything by its words",
  },
  me: {
    keys: "Keys",
    singleKeys: "Single keys",
    cloth: "Cloth",
    auto: "as the device",
    linen: "linen",
    night: "night",
    marks: "The marks",
    signOut: "Sign out",
    menu: "Who I am, and settings",
  },
  /** What is wrong with the desk's file, on every page while it is so. */
  trouble: {
    full: "The desk's disk is nearly full. Nothing can be stored at the moment; everything can be read. What you type stays on your page.",
    closed:
      "The desk's file could not be written and is being opened again. What you type stays on your page.",
    damaged:
      "A part of the desk's file is damaged. Nothing more is stored. Tell whoever runs Mendak: a backup must be restored.",
  } as Record<string, string>,
  common: {
    /** What nobody titled is called by its name in words: `till_name`, `disk.number`. */
    nameInWords: (name: string) =>
      name
        .replace(/([a-z0-9])([A-Z])/g, "$1 $2")
        .replace(/[_.-]+/g, " ")
        .trim()
        .toLowerCase(),
    loading: "Just a moment",
    retry: "Try again",
    skip: "To the work",
    cancel: "Leave it",
    undo: "Undo",
    close: "close",
    save: "Save",
    copy: "copy",
    copied: "Copied",
    copyFailed: "The clipboard could not be reached; mark the text and copy it by hand.",
    notFoundTitle: "There is nothing here",
    notFoundText: "The address leads nowhere. Your work is under In hand.",
    /** What a fix did as one of several before one retest; empty if it never was. */
    together: (cases: number, credit: number) =>
      cases === 0
        ? ""
        : `${many(cases, "case", "cases")} more ended with other fixes before one retest, about ${Math.round(credit * 10) / 10} of them by this one`,
    togetherShort: (cases: number, credit: number) =>
      cases === 0 ? "" : `with others ${Math.round(credit * 10) / 10} of ${cases}`,
    neverAlone: "never retested alone",
    minutes: (m: number) => `${m < 10 ? Math.round(m * 10) / 10 : Math.round(m)} min`,
    tenths: (m: number) => `${m.toFixed(1)} min`,
    outOfTen: (p: number) => {
      const tens = Math.round(p * 10);
      if (tens >= 10) return "nearly always";
      return tens < 1 ? "seldom" : `about ${tens} in 10`;
    },
    percent: (p: number) => `${Math.round(p * 100)} %`,
    month: (m: string) => (m === "" ? "" : monthName(m, { month: "short", year: "numeric" })),
    monthShort: (m: string) => (m.endsWith("-01") ? m.slice(0, 4) : monthName(m, { month: "short" })),
    ago: (minutes: number) => {
      if (minutes < 1) return "just now";
      if (minutes < 60) return `${Math.floor(minutes)} min ago`;
      if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ago`;
      return `${Math.floor(minutes / 1440)} days ago`;
    },
  },
  outcomes: {
    worked: "worked",
    "no-change": "no change",
    "different-error": "different error",
    "made-worse": "made worse",
    "could-not-apply": "could not apply",
    "nothing-to-do": "nothing to do",
    "not-applicable": "does not apply",
    skipped: "skipped",
    "not-retested": "not retested",
    "": "being worked",
  } as Record<string, string>,
  stitches: {
    worked: "tied off",
    "no-change": "loose end",
    "different-error": "new tear",
    "made-worse": "snag",
    "could-not-apply": "dropped stitch",
    "nothing-to-do": "dropped stitch",
    "not-applicable": "dropped stitch",
    skipped: "dropped stitch",
    "not-retested": "open stitch",
    "": "the needle",
  } as Record<string, string>,
  phases: { install: "install", update: "update", launch: "launch" } as Record<string, string>,
  reached: { phone: "on the phone", remote: "remote", device: "at the device" } as Record<string, string>,
  risks: {
    safe: "",
    interrupts: "interrupts the work",
    weakens: "weakens a protection",
    destroys: "destroys data",
  } as Record<string, string>,
  signIn: {
    title: "Sign in",
    claim: "The working memory of a service desk.",
    login: "Sign-in name",
    password: "Password",
    go: "Sign in",
    demo: "This is the demo. Names agent, author or lead, password mendak-demo.",
    again: "You were signed out. Sign in and go on where you were; nothing typed is lost.",
  },
  welcome: {
    title: "Make the first lead",
    text: "Leads publish, import and look after people. This address works once.",
    name: "Your name",
    login: "Sign-in name",
    password: "Password, at least 12 characters",
    go: "Begin",
    gone: "This address was used already, is over, or a newer one was made. Sign in, or ask who gave it to you.",
    choose: "Choose your password",
    chooseText: (name: string, login: string) =>
      `${name}, your sign-in name is ${login}. This address works once.`,
  },
  desk: deskWords,
  takingIn: {
    title: "What it said",
    hint: "paste more, or type what the caller reads out",
    place: "Paste the message, a console screen or log lines. Half a sentence will do.",
    which: "Which one is it?",
    digits: "digits open a case",
    arrows: "↓ to choose",
    nothingYet: "As soon as there is something to read, what it may be stands here.",
    nothing: "Nothing in the library looks like this.",
    saidInCase: (n: string) => `somebody put it like this in case ${n}`,
    alike: "Cases that sound alike",
    alikeOpen: (agent: string) => `open, ${agent}`,
    alikeEnded: (ending: string, title: string) => `${ending}: ${title}`,
    ofProduct: (product: string) => `What else is known of ${product}`,
    moreOfProduct: (n: number) => `and ${n} more in the library`,
    none: "None of these",
    noneText: "open it as a case without a runbook",
    firstAid: (title: string) => `open it with ${title}`,
    bands: { recognised: "recognised", perhaps: "perhaps", guess: "a guess" } as Record<string, string>,
    guesses: "Nothing fits well. Guesses, the likeliest first:",
    moreGuesses: "or, as a guess:",
    speaksOf: (what: string[]) => `speaks of ${what.join(", ")}`,
    alsoSays: (word: string) => `Does it also say \u201c${word}\u201d?`,
    doesNotSay: "It does not say",
    takeBack: "take back",
    yesNo: (yes: boolean) => (yes ? "yes" : "no"),
    first: "first",
    nothingToTry: "no fix is left to try",
    ownCode: "a code of its own",
    product: "Product",
    version: "Version",
    phase: "When",
    device: "Device",
    requester: "Who is waiting",
    reference: "Ticket",
    anyProduct: "product?",
    anyVersion: "version?",
    anyPhase: "install, update, launch?",
    opening: "Opening the case …",
    tooLong: (n: number) =>
      `This is ${n.toLocaleString("en")} characters long; at most 1,000,000 can be read. Cut it to the part around the error.`,
    reasons: (what: string[]) => what.join(", "),
    codeMatches: (code: string) => `code ${code}`,
    messageMatches: (n: number) => many(n, "word matches", "words match"),
    clear: "start over",
    secrets: {
      title: "Masked before it is stored",
      kinds: {
        password: "password",
        token: "token",
        key: "private key",
        email: "e-mail address",
        number: "personal number",
      } as Record<string, string>,
      keep: "no secret",
      mask: "mask it",
      kept: "stays as it is",
    },
    asks: {
      title: "What would tell them apart",
      code: "Does it show one of these codes?",
      product: "Which product is it?",
      phase: "What was being done?",
      remark: "The authors say:",
    } as Record<string, string>,
    log: {
      read: "Read a log file",
      drop: "Drop the log here",
      sending: (percent: number) => `sending the log, ${percent} %`,
      reading: (percent: number) => `reading it, ${percent} %`,
      waiting: "waiting for another log to be read",
      cancel: "cancel",
      cancelled: "Reading was cancelled; the log was deleted.",
      close: "put the log away",
      which: "What the log says",
      lines: (n: number) => `${n.toLocaleString("en")} ${n === 1 ? "line" : "lines"}`,
      nothing: "Nothing known and nothing that looks like an error.",
      first: (line: number) => `first failure in line ${line.toLocaleString("en")}`,
      before: "before it",
      known: "Known errors",
      unknown: "Looks like an error, not known",
      more: (n: number) => `and ${many(n, "line", "lines")} of other shapes`,
      line: (n: number) => `line ${n.toLocaleString("en")}`,
      times: (n: number) => (n === 1 ? "once" : `${n.toLocaleString("en")} times`),
      retries: (n: number, from: number, to: number) =>
        `${n} in a row, lines ${from.toLocaleString("en")} to ${to.toLocaleString("en")}`,
      take: "take this line",
      beside: (typed: string) => `What was typed goes into the case first: \u201c${typed}\u201d`,
      all: (n: number) => `show ${n} lines`,
      ruler: "Where it stands in the file",
      digits: "digits open a case",
      digitsAdd: (n: number) => `digits add to case ${n}`,
      goesTo: "A finding goes to",
      newCase: "a new case",
      nextCase: "choose where a finding goes",
      earlier: "Logs read before",
      show: "show",
      states: {
        waiting: "waits for another log",
        running: "is being read",
        done: "has been read",
        failed: "could not be read",
        cancelled: "was cancelled",
      },
    },
  },
  case: caseWords,
  gaps: gapWords,
  surges: surgeWords,
  find: findWords,
  flags: flagWords,
  upkeep: upkeepWords,
  free: freeWords,
  evidence: evidenceWords,
  device: deviceWords,
  practice: practiceWords,
  keys: {
    title: "Keys",
    hint: "Keys work while no text box has the focus; Esc leaves one.",
    off: "Single keys are switched off; the buttons do the same.",
    everywhere: "Everywhere",
    help: "this list",
    toField: "type or paste: to the field",
    home: "in hand",
    inCase: "In a case",
    inFix: "The fix that is open",
    inTakingIn: "Taking in",
    inDesk: "In hand",
    inWriting: "Comparing revisions",
  },
  library: {
    withheld: "The command is shown in a case, once the data is safe and the right target was read out.",
    whole: "all steps of its fixes below",
    wholeOff: "without the steps",
    runs: "This step runs the fix",
    together: (titles: string) => `together with ${titles}, before one retest`,
    title: "Library",
    empty: "The library is empty.",
    emptyHint:
      "Begin with what somebody just called about: write a known error, paste what the screen said, and name the fix that helped; you are led from one to the other. The words of the desk, its products above all, can follow. Or bring a folder of documents in: ./mendak import DIR --publish",
    write: "Write a known error",
    writeFix: "Write a fix",
    drafts: "Drafts",
    handbook: "handbook",
    handbookHint: "Everything published as one file that needs no Mendak: from a stick, on paper, on a phone",
    knownErrors: "Known errors",
    shownOf: (shown: number, all: number) =>
      `${shown} of ${all.toLocaleString("en-GB")}; type to narrow them`,
    fixShelf: {
      shown: (shown: number, all: number) =>
        shown < all
          ? `${shown} of ${all.toLocaleString("en-GB")} fixes; type above to narrow them`
          : many(all, "fix", "fixes"),
      away: "those put away",
      noneAway: "No fix was put away.",
      none: "No fix was written yet.",
      noMatch: (q: string) => `No fix is called “${q}”.`,
      uses: (n: number) => (n === 0 ? "no runbook uses it" : `in ${many(n, "runbook", "runbooks")}`),
      alike: "Much like",
      fared: (held: number, tried: number) => `held in ${held} of ${many(tried, "retest", "retests")}`,
      untried: "not tried yet",
      bringBack: "bring it back",
    },
    acts: {
      copy: "Copy",
      rename: "Rename",
      newName: "New file name",
      keeps: "What was measured stays its own, and what links to it follows.",
      renamed: (to: string) => `It is called ${to} now.`,
      putAway: "Put away",
      isAway: (title: string) => `“${title}” is put away; nobody sees it.`,
    },
    noMatch: (q: string) => `No title, code or message holds “${q}”. Enter reads it as an error instead.`,
    firstAid: "first aid",
    met: (n: number) => (n === 0 ? "not met yet" : `met ${many(n, "time", "times")}`),
    openNow: (n: number) => `${n} open`,
    others: "For any product",
    ask: "Ask",
    history: "History",
    compare: "compare",
    effects: effectWords,
    evidence: (n: number, solved: number) => `${many(n, "case", "cases")}, ${solved} solved`,
    sayings: "How callers put it",
    sayingsText: "Solved cases teach recognition these words. Take out what was a different trouble.",
    takeOut: "take out",
    putIn: "count it again",
    takenOutBy: (who: string) => `taken out by ${who}`,
    moreSayings: (n: number) => `${n} more`,
    fewerSayings: "fewer",
    noEvidence: "no case with a known ending yet",
    edit: "Edit",
    print: "Print",
    usedBy: "Used by",
    parameters: "Takes",
    /** What a clause's word is called where people read it; the others are called by their word. */
    labels: {
      Supporting: "also seen",
      Sample: "as seen",
      "Not to be confused with": "not to be confused with",
      Expect: "should show",
      Capture: "tells",
      "Put back": "to put back later",
      Together: "before one retest together with",
      Required: "must show",
      Choices: "answers",
      Minutes: "takes",
      Restart: "restart, about",
    } as Record<string, string>,
    asFirst: "as a first step",
    triedOf: (held: number, tried: number) => `${held} of ${tried}`,
    months: "by month",
    revision: (n: number) => `revision ${n}`,
    published: "published",
    workaround: "workaround",
    unpublished: "not published",
    fixes: "Fixes",
    statuses: {
      draft: "draft",
      "in-review": "in review",
      published: "published",
      retired: "retired",
    } as Record<string, string>,
  },
  sheet: sheetWords,
  writing: {
    inTheWay: "In the way of publishing",
    deskSays: "What the desk's records say of the published text",
    copyOf: (key: string) => `A copy of ${key}`,
    keyTaken: (key: string) =>
      `There is a document ${key}.md already. Choose another name, or open that one.`,
    newTitle: "What happens, in the words the desk uses",
    newFixTitle: "What it does, as an order",
    newKey: "File name",
    keyHint: "small letters, digits and dashes; it stays, so choose it well",
    create: "Begin",
    source: "The document",
    seen: "As an agent sees it",
    unreadable: "Nothing to show yet; mend the errors first.",
    problems: (errors: number, missing: number, remarks: number) => {
      const all = [
        errors ? many(errors, "error", "errors") : "",
        missing ? `${missing} still to write` : "",
        remarks ? many(remarks, "remark", "remarks") : "",
      ].filter(Boolean);
      return all.length === 0 ? "No problems." : all.join(", ");
    },
    mendIt: "mend it",
    save: "Save",
    publish: "Publish",
    review: "To review",
    saved: (n: number) => `Saved as revision ${n}.`,
    published: "Published. Agents see it now.",
    sentToReview: "Sent to review.",
    unsaved: "not saved yet; what you type is kept",
    alsoWriting: (who: string[]) =>
      `${who.join(", ")} ${who.length === 1 ? "is" : "are"} writing here too. What both save stands side by side then, and nothing is lost.`,
    clean: "all saved",
    conflict: (by: string) =>
      `${by || "Somebody else"} saved this document while you wrote. Take over from theirs what you want, by its arrow, and save; or set yours aside. Both stay in the history.`,
    theirs: (by: string) => (by ? `what ${by} saved` : "theirs"),
    mine: "yours",
    overwrite: "Save it so",
    setAside: "Set mine aside, go on with theirs",
    setAsideNote: "set aside",
    setAsideDone: "Yours is in the history, and theirs is the newest again.",
    dropped: "Back to the saved text.",
    howTo: "how to write",
    howToLong: "How to write a good runbook, in ten minutes",
    history: "history",
    noSuchFix: (title: string) => `There is no fix “${title}” yet.`,
    writeIt: "write it",
    backTo: (key: string) => `back to ${key}`,
    begin:
      "Nothing is wrong yet. Begin with what the screen said, under Recognise; here stands what agents will see.",
    deskWords: deskWordsWords,
    rehearsing: rehearsingWords,
    reviewing: {
      whom: "Who is to read it",
      anyLead: "any lead",
      ask: "Ask to read it",
      back: "Send back",
      why: "What is still to be done",
      sentBack: "Sent back to its author.",
      inReview: (who: string, by: string) => `${by} asked ${who || "any lead"} to read it`,
      forYou: (by: string) => `${by} asked you to read it`,
      comment: "say something about it",
      settledOnes: (n: number) => `${many(n, "comment", "comments")} settled`,
      settledBy: (who: string) => `settled by ${who}`,
      settle: "settled",
      open: "open it again",
      answer: "Answer",
      send: "Send",
      ofRevision: (n: number) => `revision ${n}`,
      ownText: "Nobody else has read it. You publish your own text.",
      comments: (n: number) => many(n, "open comment", "open comments"),
    },
    revisions: {
      title: (key: string) => `Revisions of ${key}`,
      older: "an older one",
      newer: "a newer one",
      onSheet: "as agents see them",
      inSource: "in the source",
      bringBack: (n: number) => `bring revision ${n} back`,
      broughtBack: (n: number) => `Revision ${n} is the newest again; nothing was taken away.`,
      again: (n: number) => `revision ${n} again`,
      compareWith: "compare with it",
      same: "These two say the same.",
      takeOver: "take this over",
      write: "to the document",
    },
    parcel: {
      title: "What must be published with it",
      together: (n: number) =>
        `It points at ${many(n, "fix", "fixes")} that agents do not see yet. They are published together, or not at all.`,
      missing: (n: number) =>
        `It points at ${many(n, "fix", "fixes")} that nobody has written. Write ${n === 1 ? "it" : "them"}, or take ${n === 1 ? "it" : "them"} out, and publish then.`,
      notWritten: "not written yet",
      all: (n: number) => `Publish all ${n}`,
    },
    note: "What changed (optional)",
    onlyLead: "A lead publishes it.",
    at: (line: number, column: number) => `${line}:${column}`,
    severities: { error: "error", missing: "to write", warning: "remark", hint: "hint" } as Record<
      string,
      string
    >,
    drop: "Back to the saved one",
    discard: "throw it away",
    discarded: (key: string) => `“${key}” is thrown away.`,
    discardedBack: "taken back",
    template: {
      error: (key: string, title = "") => `---\nerror: ${key}\ntitle: ${JSON.stringify(title)}\n---\n`,
      fix: (key: string, title = "") => `---\nfix: ${key}\ntitle: ${JSON.stringify(title)}\n---\n`,
    },
  },
  team: teamWords,
  account: accountWords,
  news: newsWords,
  strength: [
    "too short: at least 12 characters",
    "weak: others try something like it",
    "fair: a few more characters make it strong",
    "strong",
  ] as string[],
  mishap: {
    title: "This page has come apart",
    text: "Something in it could not be drawn. What was recorded is stored; steps that were still on their way are sent again.",
    again: "Load it again",
    kept: "Typed and not yet sent: kept in this browser",
    keptNone: "Nothing was waiting to be sent.",
    details: "For whoever mends it",
    where: (key: string) => {
      const [kind = "", ...rest] = key.split(".");
      if (kind === "writing") return `writing ${rest.join("/")}`;
      if (kind === "taking-in") return "the text being taken in";
      const part =
        { output: "output of a step", "step-note": "note about a step", text: "another text" }[kind] ??
        kind.replaceAll("-", " ");
      return `case ${rest[0] ?? ""}: ${part}`;
    },
  },
  marks: {
    title: "The marks",
    text: "Every mark that Mendak draws, with its word. Shapes carry the meaning; colour only says risk.",
    outcomes: "Outcomes",
    bars: "Measured success",
    barText: ["3 of 3: thin, no range yet", "180 of 200: firm", "11 of 34", "no estimate yet"],
    curve: "Mending curve",
    recognised: "Recognised parts",
    needle: "the fix in work",
    planned: "planned",
    risk: "risk, and nothing else",
  },
} as const;

export type Words = typeof words;
