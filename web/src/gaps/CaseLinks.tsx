import { Link } from "react-router";
import { words } from "../words";
import "./gaps.css";

/** Cases by their numbers, and how many more there are. */
export function CaseLinks({ cases, more, by }: { cases: number[]; more: number; by?: string }) {
  return (
    <p className="case-links">
      <span>{words.gaps.cases}:</span>
      {cases.map((n) => (
        <Link key={n} to={`/case/${n}`}>
          {n}
        </Link>
      ))}
      {more > 0 && <span>{words.gaps.andMore(more)}</span>}
      {by !== undefined && <span className="soft">{by}</span>}
    </p>
  );
}
