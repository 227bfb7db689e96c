/** What is made of a pasted text: a message with its values, the codes in it, and the text itself as a sample. */
import type { ProposalLine, ProposalToken } from "../../api";

export interface Addition {
  what: string;
  fields: Record<string, string[]>;
}

/** Whether a token can be a value at all: blanks and signs cannot. */
export const canVary = (t: ProposalToken) => t.type !== "";

/** The message template of a line; braces that stand in the text are doubled. */
export function templateOf(tokens: readonly ProposalToken[]): string {
  return tokens
    .map((t) => (t.varies ? `{${t.name}:${t.type}}` : t.text.replaceAll("{", "{{").replaceAll("}", "}}")))
    .join("")
    .trim();
}

/** A name that can stand in a message. */
export const nameOf = (typed: string) =>
  typed
    .toLowerCase()
    .replace(/[^a-z0-9_]+/g, "_")
    .replace(/^[^a-z_]+/, "")
    .slice(0, 40);

/** The lines with another token in this place. */
export function withToken(
  lines: readonly ProposalLine[],
  line: number,
  token: number,
  change: Partial<ProposalToken>,
): ProposalLine[] {
  return lines.map((l, i) =>
    i !== line ? l : { ...l, tokens: l.tokens.map((t, k) => (k === token ? { ...t, ...change } : t)) },
  );
}

/** What is added to Recognise: each chosen line as a message, each code once, and all of it as a sample. */
export function additionsOf(text: string, lines: readonly ProposalLine[]): Addition[] {
  const chosen = lines.filter((l) => l.tells);
  const codes = [
    ...new Set(lines.flatMap((l) => l.tokens.filter((t) => t.code && !t.varies).map((t) => t.text))),
  ];
  const said = chosen.filter((l) => l.tokens.some((t) => canVary(t) && !t.varies && !t.code));
  const sample = text
    .trim()
    .split(/\s*\n\s*/)
    .join(" ")
    .slice(0, 2000);
  return [
    ...codes.slice(0, 4).map((code) => ({ what: "Code", fields: { code: [code] } })),
    ...said.map((l) => ({ what: "Message", fields: { template: [templateOf(l.tokens)] } })),
    ...(sample ? [{ what: "Sample", fields: { sample: [sample] } }] : []),
  ];
}
