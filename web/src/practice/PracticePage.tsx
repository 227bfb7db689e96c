import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { Ago, Coming, Failed, KeyButton, useKeys, useNow, useSay } from "../look";
import { words } from "../words";
import { casesQuery, shelfQuery, takeCall, takeDevice } from "./api";
import { Choice } from "./Choice";
import "./practice.css";

const m = words.practice;

/** Calls to take, what one has in hand, and devices to try things on. States: loading, failed, filled. */
export function PracticePage() {
  const { data, error, refetch } = useQuery(shelfQuery);
  const navigate = useNavigate();
  const say = useSay();
  const go = (d: { id: string }) => void navigate(`/practice/${d.id}`);
  const call = () => void takeCall().then(go, say.failed);
  const take = (name: string | null) => void takeDevice(name).then(go, say.failed);
  useKeys(words.keys.inDesk, [
    { key: "c", says: m.takeCall, act: call },
    { key: "t", says: m.takeBroken, act: () => take(null) },
  ]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page practice">
      <h1>{m.title}</h1>
      <p className="intro">{m.intro}</p>
      <KeyButton k="c" strong onPress={call}>
        {m.takeCall}
      </KeyButton>
      <Mine />
      <Choice />
      <section>
        <h2>{m.devices}</h2>
        <p className="soft">{m.devicesText}</p>
        <p>
          <KeyButton k="t" onPress={() => take(null)}>
            {m.takeBroken}
          </KeyButton>
        </p>
        {data.mine.length > 0 && (
          <>
            <h3>{m.mine}</h3>
            <ul>
              {data.mine.map((d) => (
                <li key={d.id}>
                  <Link to={`/practice/${d.id}`}>
                    <span className="mono">{d.name}</span>
                  </Link>{" "}
                  <span className="soft">
                    {d.call ? `\u201c${d.call.says}\u201d` : (m.kinds[d.kind] ?? d.kind)}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
        <h3>{m.sound}</h3>
        <div className="names">
          {data.names.map((n) => (
            <button key={n} type="button" className="plain mono" onClick={() => take(n)}>
              {n}
            </button>
          ))}
        </div>
      </section>
    </main>
  );
}

/** One's own practice cases; nothing before the first. */
function Mine() {
  const { data } = useQuery(casesQuery);
  const now = useNow();
  if (!data || data.length === 0) return null;
  return (
    <section>
      <h2>{m.yours}</h2>
      <ul>
        {data.map((c) => (
          <li key={c.number}>
            <Link to={`/case/${c.number}`}>{words.case.number(c.number)}</Link>{" "}
            <span className="mono">{c.device}</span> {`\u201c${c.says}\u201d`}{" "}
            <span className="soft">
              {c.status === "open" ? m.open : m.ended} · <Ago at={c.openedAt} now={now} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
