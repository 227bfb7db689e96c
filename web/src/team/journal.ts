/** Which acts of the journal are shown; kept in the page's address. Empty texts choose nothing. */
export interface ActFilters {
  person: string;
  what: string;
  target: string;
  /** days such as 2026-11-29, both meant */
  from: string;
  until: string;
}

const NAMES = ["person", "what", "target", "from", "until"] as const;

export function filtersOf(search: URLSearchParams): ActFilters {
  const one = (name: string) => search.get(name) ?? "";
  return {
    person: one("person"),
    what: one("what"),
    target: one("target"),
    from: one("from"),
    until: one("until"),
  };
}

export function actsSearch(f: ActFilters): string {
  const search = new URLSearchParams();
  for (const name of NAMES) if (f[name]) search.set(name, f[name]);
  return search.toString();
}

export const isChosen = (f: ActFilters) => actsSearch(f) !== "";

/** What the server is asked for: days become instants, where the browser is. */
export function asked(f: ActFilters): Record<string, string> {
  const all: Record<string, string> = { person: f.person, what: f.what, target: f.target };
  if (f.from) all.from = new Date(`${f.from}T00:00`).toISOString();
  if (f.until) {
    const next = new Date(`${f.until}T00:00`);
    next.setDate(next.getDate() + 1);
    all.until = next.toISOString();
  }
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== ""));
}

/** Where what an act was done to can be seen; null if it has no page. */
export function placeOf(target: string): string | null {
  if (/^\d+$/.test(target)) return `/case/${target}`;
  const [, kind, key] = /^(error|fix)\/([a-z0-9-]+)$/.exec(target) ?? [];
  return kind && key ? `/library/${kind === "error" ? "errors" : "fixes"}/${key}` : null;
}
