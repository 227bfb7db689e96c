import type { ApiToken, OpenSession } from "../api";
import { Ago, useNow, useSay } from "../look";
import { words } from "../words";

const t = words.team;

/** What lets somebody in just now: the browsers they are signed in at, and the tokens of their programs. */
export function LetIn(p: {
  sessions: OpenSession[];
  tokens: ApiToken[];
  onEnd: (key: string) => Promise<unknown>;
  onRevoke: (id: number) => Promise<unknown>;
  onDone: () => void;
}) {
  const now = useNow();
  const say = useSay();
  const act = (does: Promise<unknown>) => void does.then(p.onDone, say.failed);
  return (
    <div className="let-in">
      <h3>{t.sessions}</h3>
      {p.sessions.length === 0 && <p className="soft">{t.noSessions}</p>}
      <ul>
        {p.sessions.map((s) => (
          <li key={s.key}>
            <span>
              {s.browser || t.unknownBrowser}
              {s.current && <span className="soft"> · {t.thisOne}</span>}
            </span>
            <span className="soft">
              {t.since} <Ago at={s.since} now={now} />, {t.lastUsed} <Ago at={s.seenAt} now={now} />
            </span>
            {!s.current && (
              <button type="button" className="plain" onClick={() => act(p.onEnd(s.key))}>
                {t.end}
              </button>
            )}
          </li>
        ))}
      </ul>
      <h3>{t.tokens}</h3>
      {p.tokens.length === 0 && <p className="soft">{t.noTokens}</p>}
      <ul>
        {p.tokens.map((x) => (
          <li key={x.id}>
            <span>{x.name}</span>
            <span className="soft">
              {x.scopes.map((s) => t.scopes[s]).join(", ")}
              {x.expiresAt && ` · ${t.until(x.expiresAt)}`}
            </span>
            <button type="button" className="plain" onClick={() => act(p.onRevoke(x.id))}>
              {t.revoke}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
