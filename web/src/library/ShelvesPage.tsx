import { useQuery } from "@tanstack/react-query";
import { useContext, useDeferredValue } from "react";
import { Link, NavLink } from "react-router";
import type { ErrorLine, Occurrence } from "../api";
import { SignedIn, useTakingIn } from "../frame";
import { Coming, Failed, MiniSeam } from "../look";
import { words } from "../words";
import { errorsQuery, occurrencesQuery, unpublishedQuery } from "./api";

import { shelves } from "./shelves";

/** The library as shelves by product and phase; the field filters. States: loading, failed, empty, nothing matches, filled. */
export function ShelvesPage() {
  const { draft } = useTakingIn();
  const typed = useDeferredValue(draft.text.trim());
  const { data, error, refetch } = useQuery(errorsQuery(typed));
  const { data: met } = useQuery(occurrencesQuery);
  const roles = useContext(SignedIn).roles;
  const writes = roles.includes("author");
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const shown = data.errors;
  const often = new Map((met ?? []).map((o) => [o.error, o]));
  return (
    <main className="page library">
      <ShelfTabs />
      {data.total === 0 && typed === "" && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{words.library.empty}</p>
          <p className="soft">{words.library.emptyHint}</p>
        </div>
      )}
      {shown.length === 0 && typed !== "" && <p>{words.library.noMatch(typed)}</p>}
      {data.total > shown.length && <p className="soft">{words.library.shownOf(shown.length, data.total)}</p>}
      {writes && draft.text === "" && <Drafts />}
      {shelves(shown).map((s) => (
        <section key={s.product} className="shelf">
          <h2>{s.product}</h2>
          {s.boards.map((b) => (
            <div key={b.phase} className="board">
              <h3 className="soft">{b.phase}</h3>
              <ul>
                {b.errors.map((e) => (
                  <Line key={e.key} e={e} met={often.get(e.key)} />
                ))}
              </ul>
            </div>
          ))}
        </section>
      ))}
    </main>
  );
}

function Line({ e, met }: { e: ErrorLine; met: Occurrence | undefined }) {
  const signs = e.signatures.filter((s) => s.kind === "code").map((s) => s.text);
  const message = e.signatures.find((s) => s.kind === "message" || s.kind === "symptom")?.text;
  return (
    <li>
      <Link to={`/library/errors/${e.key}`} className="error-line">
        <b>{e.title}</b>
        <span className="signs mono">
          {signs.map((s) => (
            <span key={s} className="drawn-code">
              {s}
            </span>
          ))}
          {message && <span className="soft"> {message}</span>}
        </span>
        <span className="soft met">
          {words.library.met(met?.cases ?? 0)}
          {met && met.open > 0 && ` · ${words.library.openNow(met.open)}`}
        </span>
        <MiniSeam outcomes={[]} planned={Math.min(6, e.fixes.length)} />
      </Link>
    </li>
  );
}

/** The two sides of the library, and for authors the way to write. */
export function ShelfTabs() {
  const roles = useContext(SignedIn).roles;
  const writes = roles.includes("author");
  return (
    <div className="page-head">
      <h1>{words.library.title}</h1>
      <nav className="links shelf-tabs">
        <NavLink end to="/library">
          {words.library.knownErrors}
        </NavLink>
        {writes && (
          <NavLink end to="/library/fixes">
            {words.library.fixes}
          </NavLink>
        )}
      </nav>
      <a className="handbook" href="/api/library/handbook" download title={words.library.handbookHint}>
        {words.library.handbook}
      </a>
      {writes && (
        <span className="links">
          <Link to="/write/errors">{words.library.write}</Link>
          <Link to="/write/fixes">{words.library.writeFix}</Link>
          <Link to="/write/bring-in">{words.bringIn.link}</Link>
          <Link to="/library/in-and-out">{words.inAndOut.link}</Link>
          {roles.includes("lead") && <Link to="/write/words">{words.writing.deskWords.link}</Link>}
        </span>
      )}
    </div>
  );
}

/** What is being written and not yet seen by agents; first what waits for oneself. */
function Drafts() {
  const { data } = useQuery(unpublishedQuery);
  const r = words.writing.reviewing;
  if (!data || data.total === 0) return null;
  return (
    <section className="shelf">
      <h2>
        {words.library.drafts}{" "}
        {data.total > data.documents.length && (
          <span className="count">{words.library.shownOf(data.documents.length, data.total)}</span>
        )}
      </h2>
      <ul className="drafts">
        {data.documents.map((d) => (
          <li key={`${d.folder}/${d.key}`}>
            <Link to={`/write/${d.folder}/${d.key}`}>{d.title || d.key}</Link>{" "}
            <span className="soft">
              {[
                words.library.statuses[d.status] ?? d.status,
                words.library.revision(d.revision),
                ...(d.askedBy
                  ? [d.mine ? r.forYou(d.askedBy) : r.inReview(d.reviewer ?? "", d.askedBy)]
                  : []),
                ...(d.comments > 0 ? [r.comments(d.comments)] : []),
              ].join(" · ")}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
