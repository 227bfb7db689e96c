/** What a step reads from the device, and what of it is still open; worked out of what the server told. */
import type { FilledStep } from "../../api";
import { words } from "../../words";

type Captured = FilledStep["captures"][number];

/** Something that must be read, chosen or said to be unknown before the step is done. */
export interface Open {
  /** The clause's place; -1 for the row that is chosen. */
  clause: number;
  title: string;
  wanted: Captured["wanted"];
  /** What may be picked, each with the line that it stands in. */
  places: { line: string; values: string[] }[];
  list: boolean;
}

/** One thing that is known, or said to be unknown. */
export interface Read {
  title: string;
  value: string;
  how: string;
}

const CHOICE = -1;
const OPEN = new Set(["", "several"]);

/** The item of a repeated step that is worked now: the first that is not done; null if the step is done once. */
export function activeItem(step: FilledStep, done: Set<string>): string | null {
  if (step.each === "") return null;
  return step.items.find((i) => !done.has(i)) ?? null;
}

/** What is read for an item, or by the whole step. */
export function capturesOf(step: FilledStep, item: string | null): Captured[] {
  return step.captures.filter((c) => c.item === (item ?? ""));
}

export const titleOf = (c: Captured): string => c.wanted.map((w) => w.title).join(", ");

/** What is still to be read, in the order of the document; a row to choose comes last. */
export function openOf(step: FilledStep, item: string | null): Open[] {
  if (step.each !== "" && item === null) return [];
  const open: Open[] = capturesOf(step, item)
    .filter((c) => OPEN.has(c.how))
    .map((c) => ({
      clause: c.clause,
      title: titleOf(c),
      wanted: c.wanted,
      places: c.list ? [] : c.places,
      list: c.list,
    }));
  if (step.choose && OPEN.has(step.choose.how))
    open.push({
      clause: CHOICE,
      title: words.case.reading.whichRow,
      wanted: [],
      places: step.choose.rows.map((values) => ({ line: "", values })),
      list: false,
    });
  return open;
}

function valueOf(c: Captured): string {
  if (c.how === "not-there" || c.how === "not-known") return words.case.reading.hows[c.how] ?? c.how;
  return c.rows.map((r) => r.join(" · ")).join("; ");
}

/** What was read, in the order of the document. */
export function readOf(step: FilledStep, item: string | null): Read[] {
  const read = capturesOf(step, item)
    .filter((c) => !OPEN.has(c.how))
    .map((c) => ({ title: titleOf(c), value: valueOf(c), how: c.how }));
  if (step.choose && !OPEN.has(step.choose.how))
    read.push({
      title: step.choose.titles.join(", "),
      value: step.choose.chosen.join(" · ") || (words.case.reading.hows[step.choose.how] ?? step.choose.how),
      how: step.choose.how,
    });
  return read;
}

/** The text in pieces, those drawn that the step reads; marks that overlap are drawn once. */
export function drawn(
  text: string,
  marks: Captured["marks"],
): { text: string; title: string; from: number }[] {
  const pieces: { text: string; title: string; from: number }[] = [];
  let at = 0;
  for (const m of [...marks].sort((a, b) => a.from - b.from)) {
    if (m.from < at || m.to > text.length) continue;
    if (m.from > at) pieces.push({ text: text.slice(at, m.from), title: "", from: at });
    pieces.push({ text: text.slice(m.from, m.to), title: m.title, from: m.from });
    at = m.to;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), title: "", from: at });
  return pieces;
}

/** The step and clause that reads a value, for typing it where it is missing; undefined if no step of the fix reads it. */
export function readerOf(
  steps: FilledStep[],
  name: string,
  item: string,
): { step: number; clause: number; item: string | null } | undefined {
  for (const s of steps)
    for (const c of s.captures)
      if (
        c.wanted.length === 1 &&
        !c.list &&
        c.wanted[0]?.name === name &&
        (c.item === "" || c.item === item)
      )
        return { step: s.index, clause: c.clause, item: c.item === "" ? null : c.item };
  return undefined;
}
