import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Candidate, Saying } from "../api";
import { words } from "../words";
import { alikeQuery } from "./api";

const what = (s: Saying) => {
  if (s.status === "open") return words.takingIn.alikeOpen(s.agent);
  const ending = words.case.endings[s.status] ?? s.status;
  return s.title ? words.takingIn.alikeEnded(ending, s.title) : ending;
};

/** Where nothing fits well: cases whose callers put it alike, open ones first; not those that say
 * what a candidate says already. It may be the same trouble. */
export function Alike(p: { text: string; shown: Candidate[] }) {
  const { data } = useQuery(alikeQuery(p.text));
  const isNew = (s: Saying) => s.status === "open" || !p.shown.some((c) => c.error === s.error);
  const alike = (data ?? []).filter(isNew);
  if (alike.length === 0) return null;
  return (
    <div className="found-cases">
      <h2>{words.takingIn.alike}</h2>
      <ul>
        {alike.map((s) => (
          <li key={s.number}>
            <Link to={`/case/${s.number}`}>
              {words.case.number(s.number)} · {s.text}
            </Link>{" "}
            <span className="soft">{what(s)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
