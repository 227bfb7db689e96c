/** Parts of a document by their paths, and what stands in them. */
import type { Outline, OutlineField, OutlinePart, Problem } from "../../api";

export type Path = readonly number[];

export const samePath = (a: Path, b: Path) => a.length === b.length && a.every((n, i) => n === b[i]);

export function partAt(outline: Outline, path: Path): OutlinePart | undefined {
  let here = outline.parts;
  let found: OutlinePart | undefined;
  for (const n of path) {
    found = here[n];
    if (!found) return undefined;
    here = found.below;
  }
  return found;
}

const says = (p: OutlinePart): string => JSON.stringify([p.kind, p.keyword, p.fields, p.below.map(says)]);

/**
 * Where a part that was seen at a path stands now: there, or where one that says the same stands among its neighbours; null if it is
 * gone.
 */
export function whereNow(now: Outline, path: Path, seen: OutlinePart): number[] | null {
  const there = partAt(now, path);
  if (there && says(there) === says(seen)) return [...path];
  const above = path.slice(0, -1);
  const beside = above.length === 0 ? now.parts : partAt(now, above)?.below;
  const at = beside?.findIndex((p) => says(p) === says(seen)) ?? -1;
  return at < 0 ? null : [...above, at];
}

/** The problems that belong to a part itself and not to one within it. */
export function problemsOf(part: OutlinePart, problems: readonly Problem[]): Problem[] {
  return problems.filter((p) => within(part, p.line) && !part.below.some((b) => within(b, p.line)));
}

const within = (p: OutlinePart, line: number) => p.line > 0 && line >= p.line && line <= p.end;

/** Problems that stand in no part: those of the head. What is said of the document as a whole stands in its first line. */
export function problemsOfHead(outline: Outline, problems: readonly Problem[]): Problem[] {
  return problems.filter((p) => p.line > 1 && !outline.parts.some((x) => within(x, p.line)));
}

export const valueOf = (part: OutlinePart, name: string): string =>
  part.fields.find((f) => f.name === name)?.values[0] ?? "";

/** What was typed, place by place. */
export type Typed = Record<string, string[]>;

export const typedOf = (fields: readonly OutlineField[]): Typed =>
  Object.fromEntries(fields.map((f) => [f.name, f.values]));

/** The places whose values differ. */
export function changed(before: Typed, now: Typed): string[] {
  return Object.keys(now).filter((n) => JSON.stringify(before[n] ?? []) !== JSON.stringify(now[n]));
}

export const isEmpty = (typed: Typed) => Object.values(typed).every((v) => v.every((x) => x.trim() === ""));

/** A file name out of a title: small letters, digits and dashes. */
export function keyOf(title: string): string {
  return title
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/ß/g, "ss")
    .replace(/['’]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60)
    .replace(/-+$/, "");
}
