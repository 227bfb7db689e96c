import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Key, useNow } from "../look";
import { words } from "../words";
import { foundHereQuery } from "./api";
import { looksTyped, openedAt } from "./findState";
import { HitLine } from "./HitLine";
import "./find.css";

const MOST = 5;

/** The first few things that have what was typed; none while it is no line that a person types. */
function useFirst(text: string) {
  const typed = text.trim();
  const { data } = useQuery(foundHereQuery(looksTyped(typed) ? typed : ""));
  return looksTyped(typed) ? data : undefined;
}

/** Where each of what stands in {@link FoundHere} is opened, in its order. */
export function useFoundHere(text: string): string[] {
  return useFirst(text)?.hits.slice(0, MOST).map(openedAt) ?? [];
}

/** Beside what it may be: what else has these words, and the way to all of it. */
export function FoundHere({ text, chosen }: { text: string; chosen: number }) {
  const data = useFirst(text);
  const now = useNow();
  if (!data || data.hits.length === 0) return null;
  return (
    <div className="found-here">
      <h2>
        {words.find.here}{" "}
        <Link to="/find">
          {words.find.everything(data.total, data.more)} <Key k="Ctrl Enter" />
        </Link>
      </h2>
      <ul className="hits">
        {data.hits.slice(0, MOST).map((h, i) => (
          <HitLine key={`${h.kind}${h.key}${h.number}`} hit={h} chosen={i === chosen} now={now} />
        ))}
      </ul>
    </div>
  );
}
