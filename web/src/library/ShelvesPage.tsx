import { useQuery } from "@tanstack/react-query";
import { useContext } from "react";
import { Link } from "react-router";
import type { ErrorLine, Occurrence } from "../api";
import { SignedIn, useTakingIn } from "../frame";
import { Coming, Failed, MiniSeam } from "../look";
import { words } from "../words";
import { documentsQuery, errorsQuery, occurrencesQuery } from "./api";

import { matching, shelves } from "./shelves";

const MOST_SHOWN = 400;

/** The library as shelves by product and phase; the field filters. States: loading, failed, empty, nothing matches, filled. */
export function ShelvesPage() {
  const { data, error, refetch } = useQuery(errorsQuery);
  const { data: met } = useQuery(occurrencesQuery);
  const { draft } = useTakingIn();
  const roles = useContext(SignedIn).roles;
  const writes = roles.includes("author");
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const shown = matching(data, draft.text).slice(0, MOST_SHOWN);
  const often = new Map((met ?? []).map((o) => [o.error, o]));
  return (
    <main className="page library">
      <div className="page-head">
        <h1>{words.library.title}</h1>
        {writes && (
          <span className="links">
            <Link to="/write/errors">{words.library.write}</Link>
            <Link to="/write/fixes">{words.library.writeFix}</Link>
          </span>
        )}
      </div>
      {data.length === 0 && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{words.library.empty}</p>
          <p className="soft">{words.library.emptyHint}</p>
        </div>
      )}
      {data.length > 0 && shown.length === 0 && <p>{words.library.noMatch(draft.text)}</p>}
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

/** What is being written and not yet seen by agents. */
function Drafts() {
  const { data } = useQuery(documentsQuery);
  const drafts = (data ?? []).filter((d) => d.status === "draft" || d.status === "in-review").slice(0, 50);
  if (drafts.length === 0) return null;
  return (
    <section className="shelf">
      <h2>{words.library.drafts}</h2>
      <ul className="drafts">
        {drafts.map((d) => (
          <li key={`${d.kind}/${d.key}`}>
            <Link to={`/write/${d.kind === "error" ? "errors" : "fixes"}/${d.key}`}>{d.title || d.key}</Link>{" "}
            <span className="soft">
              {words.library.statuses[d.status]} · {words.library.revision(d.revision)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
