import type { ErrorLine } from "../api";
import { words } from "../words";

export interface Shelf {
  product: string;
  /** One board a phase, in the order of the work. */
  boards: { phase: string; errors: ErrorLine[] }[];
}

/** The name of a product without its range: "Purserdesk 5.2 or later" stands with "Purserdesk". */
export function productName(range: string): string {
  return range.replace(/\s+(?:\d|before \d|up to \d).*$/, "").trim();
}

/** Known errors on shelves by product and phase; one that several products have stands on each of their shelves. */
export function shelves(errors: ErrorLine[]): Shelf[] {
  const byProduct = new Map<string, Map<string, ErrorLine[]>>();
  for (const e of errors) {
    const names = e.products.length > 0 ? e.products.map(productName) : [words.library.others];
    for (const product of new Set(names)) {
      const boards = byProduct.get(product) ?? new Map<string, ErrorLine[]>();
      byProduct.set(product, boards);
      const phase = e.firstAid ? words.library.firstAid : (e.phases[0] ?? "");
      boards.set(phase, [...(boards.get(phase) ?? []), e]);
    }
  }
  const order = [...Object.keys(words.phases), "", words.library.firstAid];
  return [...byProduct]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([product, boards]) => ({
      product,
      boards: [...boards]
        .sort(([a], [b]) => order.indexOf(a) - order.indexOf(b))
        .map(([phase, list]) => ({ phase, errors: list })),
    }));
}
