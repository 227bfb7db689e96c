import { Link } from "react-router";
import type { Surging } from "../api";
import { Ago, useNow } from "../look";
import { words } from "../words";

const s = words.surges;

/** What surges, since when, and what helped so far. */
export function Told({ surge }: { surge: Surging }) {
  const now = useNow();
  const helped = surge.tried.filter((t) => t.helped > 0);
  return (
    <>
      <Link to={surge.error === null ? "/gaps" : `/library/errors/${surge.error}`}>
        {surge.error === null ? s.unnamed(surge.title) : surge.title}
      </Link>{" "}
      <span>
        {s.count(surge.count)} <Ago at={surge.since} now={now} />
        {s.usual(surge.usual)}
      </span>
      {helped.length > 0 && <span className="soft"> · {s.helped(helped)}</span>}
      {helped.length === 0 && surge.tried.length > 0 && (
        <span className="soft"> · {s.idle(surge.tried)}</span>
      )}
    </>
  );
}
