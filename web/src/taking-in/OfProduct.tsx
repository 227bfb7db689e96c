import { useQuery } from "@tanstack/react-query";
import type { Candidate } from "../api";
import { words } from "../words";
import { ofProductQuery } from "./api";

const MOST = 8;

/** Where nothing fits well: the known errors of the chosen product and phase, those that are shown already aside. */
export function OfProduct(p: {
  product: string;
  phase: string;
  shown: Candidate[];
  onOpen: (error: string) => void;
}) {
  const { data } = useQuery(ofProductQuery(p.product, p.phase));
  const others = (data ?? []).filter((e) => !e.firstAid && !p.shown.some((c) => c.error === e.key));
  if (p.product === "" || others.length === 0) return null;
  return (
    <div className="of-product">
      <h2>{words.takingIn.ofProduct(p.product)}</h2>
      <ul>
        {others.slice(0, MOST).map((e) => (
          <li key={e.key}>
            <button type="button" className="plain" onClick={() => p.onOpen(e.key)}>
              {e.title}
            </button>
          </li>
        ))}
      </ul>
      {others.length > MOST && <p className="soft">{words.takingIn.moreOfProduct(others.length - MOST)}</p>}
    </div>
  );
}
