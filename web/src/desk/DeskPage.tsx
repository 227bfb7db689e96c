import { useQuery } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { CaseLine } from "../api";
import { SignedIn } from "../frame";
import { Ago, Coming, Failed, MiniSeam, useKeys, useNow } from "../look";
import { words } from "../words";
import { openCasesQuery } from "./api";
import { deskGroups } from "./groups";
import "./desk.css";

/** What I have to do, by what it waits for. States: loading, failed, empty, filled. */
export function DeskPage() {
  const me = useContext(SignedIn).name;
  const { data, error, refetch } = useQuery(openCasesQuery);
  const navigate = useNavigate();
  const [at, setAt] = useState(0);
  const groups = deskGroups(data ?? [], me);
  const lines = groups.flatMap((g) => g.cases);
  const chosen = Math.min(at, Math.max(0, lines.length - 1));

  useKeys(words.keys.inDesk, [
    {
      key: "ArrowDown",
      says: words.desk.moveHint,
      act: () => setAt(Math.min(chosen + 1, lines.length - 1)),
      alive: lines.length > 0,
    },
    {
      key: "ArrowUp",
      says: words.desk.moveHint,
      act: () => setAt(Math.max(chosen - 1, 0)),
      alive: lines.length > 0,
    },
    {
      key: "Enter",
      says: words.desk.moveHint,
      act: () => void navigate(`/case/${lines[chosen]?.number}`),
      alive: lines.length > 0,
    },
  ]);

  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page desk">
      <div className="page-head">
        <h1>{words.desk.title}</h1>
        {lines.length > 0 && <span className="soft">{words.desk.moveHint}</span>}
      </div>
      {lines.length === 0 && (
        <div className="empty">
          <MiniSeam outcomes={[]} planned={7} />
          <p>{words.desk.empty}</p>
          <p className="soft">{words.desk.emptyHint}</p>
        </div>
      )}
      {groups.map((g) => (
        <section key={g.key}>
          <h2>
            {g.title} <span className="count">{g.cases.length}</span>
          </h2>
          <ul className="case-lines">
            {g.cases.map((c) => (
              <Line key={c.number} c={c} chosen={lines[chosen] === c} withAgent={g.key === "others"} />
            ))}
          </ul>
        </section>
      ))}
    </main>
  );
}

function Line({ c, chosen, withAgent }: { c: CaseLine; chosen: boolean; withAgent: boolean }) {
  const now = useNow();
  const about = [c.product, c.device, c.requester, c.reference].filter(Boolean).join(" · ");
  const until = c.waitsUntil ? words.desk.until(new Date(c.waitsUntil).toTimeString().slice(0, 5)) : "";
  const parked = (withAgent && words.desk.waits[c.waitsFor]) || "";
  return (
    <li className={chosen ? "chosen" : undefined}>
      <Link to={`/case/${c.number}`}>
        <MiniSeam outcomes={c.outcomes} planned={2} />
        <span className="what">
          <b>{c.title}</b>
          <span className="soft">{about}</span>
        </span>
        <span className="when soft">
          {withAgent && <span>{c.agent}</span>}
          {parked && <span>{parked.toLowerCase()}</span>}
          {c.openPutBacks > 0 && <span className="owed">{words.desk.putBackCount(c.openPutBacks)}</span>}
          {until && <span>{until}</span>}
          <Ago at={c.openedAt} now={now} />
        </span>
      </Link>
    </li>
  );
}
