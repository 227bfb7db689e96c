import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { Coming, Failed, KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { shelfQuery, takeDevice } from "./api";
import "./practice.css";

const m = words.practice;

/** The devices that one has, and those that there are. States: loading, failed, filled. */
export function PracticePage() {
  const { data, error, refetch } = useQuery(shelfQuery);
  const navigate = useNavigate();
  const say = useSay();
  const take = (name: string | null) =>
    void takeDevice(name).then((d) => void navigate(`/practice/${d.id}`), say.failed);
  useKeys(words.keys.inDesk, [{ key: "t", says: m.takeBroken, act: () => take(null) }]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page practice">
      <h1>{m.title}</h1>
      <p className="soft">{m.intro}</p>
      <KeyButton k="t" strong onPress={() => take(null)}>
        {m.takeBroken}
      </KeyButton>
      {data.mine.length > 0 && (
        <section>
          <h2>{m.mine}</h2>
          <ul>
            {data.mine.map((d) => (
              <li key={d.id}>
                <Link to={`/practice/${d.id}`}>
                  <span className="mono">{d.name}</span>
                </Link>{" "}
                <span className="soft">{m.kinds[d.kind] ?? d.kind}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h2>{m.sound}</h2>
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
