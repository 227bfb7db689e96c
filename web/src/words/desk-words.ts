/** What stands where the words of the desk are written. */
import { many } from "./count";

export const deskWordsWords = {
  title: "Words of the desk",
  link: "Words of the desk",
  says: "Products and their versions, facts that can be asked for, what fixes need, and the desk's settings. Everybody's pages use them once they are saved.",
  empty:
    "Nothing is written yet. Begin with the products that you look after; facts and needs can come when a runbook asks for them. A library works without any: what is typed then stands as it was typed.",
  onlyLead: "Leads save these words. What you type is kept here.",
  saved: "Saved. Everybody uses them now.",
  changed:
    "Somebody else saved these words while you wrote. Take over from theirs what you want, by its arrow, and save.",
  example:
    'format: 1\nproducts:\n  Name of a program:\n    about: What it is for\n    versions: ["1.0", "1.1"]\nfacts:\n  worked_before:\n    title: Did it work before?\n    choices: ["yes", "no"]\n    minutes: 1\nneeds:\n  local-admin:\n    title: Local administrator on the device\n    minutes: 2\nsettings:\n  hand-over-minutes: 45\n  holding-days: 14\n',
  inForms: "words",
  unreadable: "These words cannot be read as they are written. Mend them in the source.",
  groups: {
    products: {
      title: "Products",
      says: "What callers call it, for whom it is, and its versions, oldest first.",
      add: "a product",
      name: "What it is called",
      none: "No product yet.",
    },
    facts: {
      title: "Facts",
      says: "What can be asked for or read in any case, and what runbooks decide by.",
      add: "a fact",
      name: "Its name in conditions, such as worked_before",
      none: "No fact yet.",
    },
    needs: {
      title: "Needs",
      says: "What must be at hand for a fix, and what getting it costs.",
      add: "a need",
      name: "Its name, such as local-admin",
      none: "No need yet.",
    },
  } as Record<string, { title: string; says: string; add: string; name: string; none: string }>,
  settings: "Settings",
  asUsual: "as usual",
  addIt: "Add",
  minutes: (n: string) => `${n} min`,
  formerly: (names: string[]) => `called ${names.join(", ")} before`,
  used: (n: number, more: boolean) =>
    n === 0 && !more
      ? "No document names it."
      : `${more ? "At least " : ""}${many(n, "document names", "documents name")} it:`,
  more: (n: number) => `and ${n} more`,
  callIt: "call it otherwise",
  newName: "New name",
  everywhere: "Rename everywhere",
  renameSays:
    "The words, every document that names it and what is known of cases follow at once. Drafts that are newer than what readers see stand in the way.",
  saveFirst: "Save first: a new name changes documents too.",
  renamed: (to: string, documents: number) =>
    `It is called ${to} now${documents === 0 ? "" : `, in ${many(documents, "document", "documents")} too`}.`,
  takeAway: "take it away",
  gone: (name: string) => `${name} is taken away; save to make it so.`,
};
