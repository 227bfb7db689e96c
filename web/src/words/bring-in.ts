import { many } from "./count";

/** How-tos that become drafts. */
export const bringInWords = {
  link: "Bring in how-tos",
  title: "Bring in what you have written down",
  lead: "Drop files here (text, Markdown, HTML), or paste a how-to. It becomes drafts; nothing is published, and every word stays.",
  place: "Paste a how-to",
  files: "choose files",
  add: "Read it",
  pastedName: (n: number) => `pasted ${n}`,
  sources: "What is brought in",
  takeOut: (name: string) => `take ${name} out`,
  reading: "Reading…",
  refused: (why: string) => `Cannot be read: ${why}.`,
  left: (n: number) => `${many(n, "file", "files")} too many; ${LIMIT} go at once.`,
  tooLong: (name: string) => `${name} is longer than can be read; bring it in in parts.`,
  placed: (p: {
    codes: number;
    messages: number;
    fixes: number;
    steps: number;
    commands: number;
    cautions: number;
    links: number;
  }) =>
    [
      [p.codes, "code", "codes"] as const,
      [p.messages, "message", "messages"] as const,
      [p.fixes, "fix", "fixes"] as const,
      [p.steps, "step", "steps"] as const,
      [p.commands, "command", "commands"] as const,
      [p.cautions, "caution", "cautions"] as const,
      [p.links, "thing to get", "things to get"] as const,
    ]
      .filter(([n]) => n > 0)
      .map(([n, one, more]) => many(n, one, more))
      .join(" · ") || "words alone",
  source: "As it was written",
  drafts: "What it becomes",
  kinds: { errors: "known error", fixes: "fix" } as Record<string, string>,
  begin: (n: number) => (n === 0 ? "Begin drafts" : n === 1 ? "Begin the draft" : `Begin ${n} drafts`),
  begun: (n: number) => `${many(n, "draft", "drafts")} begun.`,
  begunTitle: "Begun; go on with any of them",
  takeBack: (n: number) => (n === 1 ? "take it back" : `take all ${n} back`),
  takenBack: "They are drafts no more; what they were made of is here again.",
  more: "Bring in more",
  madeOf: (name: string) => `Made of “${name}”`,
  madeOfHint: "the how-to as it was, beside what is written now",
};

/** How many how-tos go at once. */
const LIMIT = 50;
