/** What can be added to a case, the likeliest to be of use first. */
import type { Case, Question, Words } from "../../api";
import { words } from "../../words";

type Field = "product" | "productVersion" | "phase" | "device" | "requester" | "reference";

export interface Addable {
  /** The fact's name; of a field of the case itself something no fact is called. */
  value: string;
  label: string;
  choices: string[];
  how: string;
  field?: Field;
}

const t = words.case.margin.fields;

/** The groups of what can be added: fields that the case lacks, facts that its runbook asks for, and the rest. */
export function addable(
  c: Case,
  asked: Question[],
  vocabulary: Words | undefined,
): { label: string; options: Addable[] }[] {
  const products = vocabulary?.products ?? [];
  const fields: [Field, string[]][] = [
    ["product", products.map((p) => p.name)],
    ["productVersion", [...(products.find((p) => p.name === c.product)?.versions ?? [])]],
    ["phase", Object.keys(words.phases)],
    ["device", []],
    ["requester", []],
    ["reference", []],
  ];
  const own: Addable[] = fields
    .filter(([field]) => !c[field])
    .map(([field, choices]) => ({
      value: `case:${field}`,
      label: t[field] ?? field,
      choices,
      how: "",
      field,
    }));
  const known = new Set(c.facts.filter((f) => f.value !== "").map((f) => f.name));
  const facts: Addable[] = (vocabulary?.facts ?? [])
    .filter((f) => !known.has(f.id))
    .map((f) => ({ value: f.id, label: f.title, choices: [...f.choices], how: f.how }));
  const wanted = new Set(asked.flatMap((q) => [q.sets, ...q.wanted.map((w) => w.name)]));
  const read: Addable[] = asked.flatMap((q) =>
    q.wanted
      .filter((w) => !facts.some((f) => f.value === w.name) && !known.has(w.name))
      .map((w) => ({ value: w.name, label: w.title, choices: [], how: "" })),
  );
  return [
    { label: words.case.margin.ofTheCase, options: own },
    {
      label: words.case.margin.ofTheRunbook,
      options: [...facts.filter((f) => wanted.has(f.value)), ...read],
    },
    { label: words.case.margin.ofTheRest, options: facts.filter((f) => !wanted.has(f.value)) },
  ].filter((g) => g.options.length > 0);
}
