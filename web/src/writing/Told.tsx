import { Link } from "react-router";
import type { RehearsedGroup } from "../api";
import { words } from "../words";

const t = words.writing.rehearsing;

/** Texts of one kind: how many, and the first of them. Nothing for none. */
export function Told({ title, group }: { title: (n: number) => string; group: RehearsedGroup }) {
  if (group.count === 0) return null;
  return (
    <details open>
      <summary>{title(group.count)}</summary>
      <ul className="rehearsed-texts">
        {group.newest.map((x) => (
          <li key={`${x.number}/${x.error}/${x.excerpt}`}>
            {x.number > 0 && (
              <>
                <Link to={`/case/${x.number}`}>{words.case.number(x.number)}</Link>{" "}
              </>
            )}
            {x.error && (
              <>
                <Link to={`/library/errors/${x.error}`}>{x.error}</Link>{" "}
              </>
            )}
            <span className="mono">{x.excerpt}</span>
          </li>
        ))}
      </ul>
      {group.count > group.newest.length && (
        <p className="soft">{t.more(group.count - group.newest.length)}</p>
      )}
    </details>
  );
}
