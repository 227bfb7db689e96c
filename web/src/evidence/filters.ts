/** Which cases evidence is told of; kept in the page's address, so that a link shows the same. */

export interface Filters {
  product: string;
  agent: string;
  from: string;
  to: string;
  facts: Record<string, string>;
}

const FACT = "fact.";

/** Reads the filters out of an address. */
export function filtersOf(search: URLSearchParams): Filters {
  const facts: Record<string, string> = {};
  for (const [name, value] of search)
    if (name.startsWith(FACT) && value !== "") facts[name.slice(FACT.length)] = value;
  const one = (name: string) => search.get(name) ?? "";
  return { product: one("product"), agent: one("agent"), from: one("from"), to: one("to"), facts };
}

/** The filters as an address has them, in always the same order; empty text if all cases are meant. */
export function searchOf(f: Filters): string {
  const search = new URLSearchParams();
  if (f.product) search.set("product", f.product);
  if (f.agent) search.set("agent", f.agent);
  if (f.from) search.set("from", f.from);
  if (f.to) search.set("to", f.to);
  for (const name of Object.keys(f.facts).sort()) {
    const value = f.facts[name];
    if (value) search.set(FACT + name, value);
  }
  return search.toString();
}

/** The same filters with one fact set, or taken out by an empty value. */
export function withFact(f: Filters, name: string, value: string): Filters {
  const others = Object.entries(f.facts).filter(([n]) => n !== name);
  return { ...f, facts: Object.fromEntries(value === "" ? others : [...others, [name, value]]) };
}

/** Whether anything is asked for. */
export const isChosen = (f: Filters) => searchOf(f) !== "";

/** The first and last day of a month such as 2026-02. */
export function monthDays(month: string): { from: string; to: string } {
  const [year = 2000, number = 1] = month.split("-").map(Number);
  const last = new Date(Date.UTC(year, number, 0)).getUTCDate();
  return { from: `${month}-01`, to: `${month}-${String(last).padStart(2, "0")}` };
}
