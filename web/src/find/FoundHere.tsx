import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Key, useNow } from "../look";
import { words } from "../words";
import { foundHereQuery } from "./api";
import { looksTyped } from "./findState";
import { HitLine } from "./HitLine";
import "./find.css";

const MOST = 5;

/** Beside what it may be: what else has these words, and the way to all of it. */
export function FoundHere({ text }: { text: string }) {
  const typed = text.trim();
  const { data } = useQuery(foundHereQuery(looksTyped(typed) ? typed : ""));
  const now = useNow();
  if (!looksTyped(typed) || !data || data.hits.length === 0) return null;
  return (
    <div className="found-here">
      <h2>
        {words.find.here}{" "}
        <Link to="/find">
          {words.find.everything(data.total, data.more)} <Key k="Ctrl Enter" />
        </Link>
      </h2>
      <ul className="hits">
        {data.hits.slice(0, MOST).map((h) => (
          <HitLine key={`${h.kind}${h.key}${h.number}`} hit={h} chosen={false} now={now} />
        ))}
      </ul>
    </div>
  );
}
