import type { UpkeepItem, UpkeepMark } from "../api";
import { words } from "../words";

/** Where an item is mended. */
export const mendedAt = (i: UpkeepItem): string =>
  i.folder === null ? `/case/${i.number}` : `/write/${i.folder}/${i.key}`;

/** Where its figures are told; null if there are none. */
export function figuresOf(i: UpkeepItem): string | null {
  if (i.kind === "drifting" || i.kind === "hardly-helps") {
    const error = i.item.split("/").at(-1);
    return error ? `/evidence/${error}` : null;
  }
  return null;
}

/** The day that lies so many days behind this moment, as a day of the desk's calendar. */
export function dayAhead(now: number, days: number): string {
  const at = new Date(now + days * 86_400_000);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** What stands of an item already, for changing one thing of it. */
export const markOf = (i: UpkeepItem): UpkeepMark => ({
  item: i.item,
  owner: i.owner,
  seenOwner: i.owner,
  due: i.due,
  snoozed: i.snoozed,
  note: i.note,
});

/** What is overdue, then kind by kind in the order of the list. */
export function sectionsOf(items: UpkeepItem[]): { title: string; items: UpkeepItem[] }[] {
  const sections = new Map<string, UpkeepItem[]>();
  for (const i of items) {
    const title = i.overdue ? words.upkeep.overdueTitle : (words.upkeep.kinds[i.kind] ?? i.kind);
    sections.set(title, [...(sections.get(title) ?? []), i]);
  }
  return [...sections].map(([title, of]) => ({ title, items: of }));
}

/** Whom an item can be given to; who has it already is there by name, too. */
export function givenTo(
  i: UpkeepItem,
  readers: readonly { login: string; name: string }[],
): { value: string; label: string }[] {
  const all = readers.map((r) => ({ value: r.login, label: r.name }));
  return i.owner === null || all.some((x) => x.value === i.owner)
    ? all
    : [{ value: i.owner, label: words.upkeep.has(i.ownerName ?? i.owner, i.mine) }, ...all];
}
