import { useQuery } from "@tanstack/react-query";
import type { Candidate, ErrorLine } from "../api";
import { words } from "../words";
import { ofProductQuery } from "./api";

const MOST = 8;

/** The known errors of a chosen product and phase, those that are shown already aside. */
export function useOfProduct(product: string, phase: string, shown: Candidate[]): ErrorLine[] {
  const { data } = useQuery(ofProductQuery(product, phase));
  return product === ""
    ? []
    : (data ?? []).filter((e) => !e.firstAid && !shown.some((c) => c.error === e.key));
}

/** Those of them that are shown: as many as one looks through. */
export const firstOfProduct = (others: ErrorLine[]) => others.slice(0, MOST);

/** Where nothing fits well: what else is known of the chosen product. The arrows lead here too. */
export function OfProduct(p: {
  product: string;
  others: ErrorLine[];
  /** Which of them the arrows have chosen; -1 if none. */
  chosen: number;
  onOpen: (error: string) => void;
}) {
  if (p.others.length === 0) return null;
  const first = firstOfProduct(p.others);
  return (
    <div className="of-product">
      <h2>{words.takingIn.ofProduct(p.product)}</h2>
      <ul>
        {first.map((e, i) => (
          <li key={e.key}>
            <button
              type="button"
              className={i === p.chosen ? "plain chosen" : "plain"}
              onClick={() => p.onOpen(e.key)}
            >
              {e.title}
            </button>
          </li>
        ))}
      </ul>
      {p.others.length > first.length && (
        <p className="soft">{words.takingIn.moreOfProduct(p.others.length - first.length)}</p>
      )}
    </div>
  );
}
