import { Link } from "react-router";
import type { SameShapeCases } from "../api";
import { Ago, Key, TypedCommand, useNow } from "../look";
import { words } from "../words";
import "./gaps.css";

const s = words.gaps.same;

/** Until there is a runbook: what ended other cases that said the same, and who works on one just now. */
export function SameShape(p: {
  found: SameShapeCases;
  /** How many of the first solved case's steps were taken over; undefined where none can be. */
  taken?: number;
  onFollow?: () => void;
}) {
  const now = useNow();
  const { found } = p;
  if (found.count === 0) return null;
  return (
    <section className="same-shape">
      <h3>{found.guess ? s.guess(found.count) : s.title(found.count)}</h3>
      {found.solved.length === 0 && <p className="soft">{s.nobody}</p>}
      {found.draft && (
        <p>
          {s.draft} <code>{found.draft}</code>
        </p>
      )}
      {found.solved.map((c, i) => (
        <div key={c.number} className="same-case">
          <p>
            <Link to={`/case/${c.number}`}>
              {c.endedBy === "" ? s.endedNot(c.number) : s.ended(c.number, c.endedBy)}
            </Link>
            <span className="soft">
              {c.minutes !== null && s.took(c.minutes)}, {c.agent}, <Ago at={c.closedAt} now={now} />
            </span>
          </p>
          {c.steps.length > 0 && (
            <ol>
              {c.steps.map((step, k) => {
                const next = i === 0 && p.onFollow !== undefined && k === p.taken;
                return (
                  <li key={k} className={i === 0 && k < (p.taken ?? 0) ? "taken" : undefined}>
                    {step.did} {step.command !== "" && <TypedCommand text={step.command} />}
                    {next && (
                      <button type="button" className="plain" onClick={p.onFollow}>
                        <Key k="g" /> {s.follow}
                      </button>
                    )}
                  </li>
                );
              })}
            </ol>
          )}
        </div>
      ))}
      {found.open.map((c) => (
        <p key={c.number}>
          <Link to={`/case/${c.number}`}>{s.open(c.number, c.agent)}</Link>
          <span className="soft">
            {c.device && `, ${c.device}`}, <Ago at={c.openedAt} now={now} />
            {c.tried.length > 0 && s.tried(c.tried)}
          </span>
        </p>
      ))}
    </section>
  );
}
