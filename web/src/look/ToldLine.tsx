import type { FixSheet } from "../api";
import { words } from "../words";

/** What is told of a fix before it is begun: whether it can be undone, what it keeps, whom else it touches. */
export function ToldLine({ told }: { told: FixSheet["told"] }) {
  const t = words.case.told;
  const says = [
    told.reversible ? t.reversible : "",
    told.keepsData ? t.keepsData : "",
    told.offline ? t.offline : "",
    told.affects ? t.affects(told.affects) : "",
  ].filter(Boolean);
  return says.length > 0 ? <p className="soft">{says.join(" · ")}</p> : null;
}
