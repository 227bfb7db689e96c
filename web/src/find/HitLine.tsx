import { Link } from "react-router";
import type { FoundHit } from "../api";
import { Ago, intoView } from "../look";
import { words } from "../words";
import { openedAt, whereOf } from "./findState";

const t = words.find;

/** Something that was found, and where its words stand. */
export function HitLine(p: { hit: FoundHit; chosen: boolean; now: number; onOpen?: () => void }) {
  const { hit: h } = p;
  return (
    <li className={p.chosen ? "hit chosen" : "hit"} ref={p.chosen ? intoView : undefined}>
      <Link to={openedAt(h)} onClick={p.onOpen}>
        <span className="hit-kind soft">{t.one[h.kind]}</span>
        <b>{h.title || whereOf(h)}</b>
        <span className="soft hit-where">
          {whereOf(h)}
          {h.at > 0 && (
            <>
              {" · "}
              <Ago at={new Date(h.at * 1000).toISOString()} now={p.now} />
            </>
          )}
        </span>
        {h.excerpt && <span className="hit-excerpt">{h.excerpt}</span>}
      </Link>
    </li>
  );
}
