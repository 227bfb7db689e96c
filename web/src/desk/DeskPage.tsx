import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { CaseLine, Owed } from "../api";
import { SignedIn } from "../frame";
import { useLive } from "../live";
import { Ago, Coming, Failed, MiniSeam, useKeys, useNow, useSay } from "../look";
import { FlagsInHand } from "../flags";
import { SurgesInHand } from "../surges";
import { words } from "../words";
import { inHandQuery, openCasesQuery, settleOwed } from "./api";
import { deskGroups } from "./groups";
import "./desk.css";

/** A busy desk changes cases several times a second; the list need not. */
const PAUSE_MS = 2_000;

/** What I have to do, by what it waits for. States: loading, failed, empty, filled. */
export function DeskPage() {
  const { id: me, demo } = useContext(SignedIn);
  const { data, error, refetch } = useQuery(openCasesQuery);
  const { data: hand } = useQuery(inHandQuery);
  const client = useQueryClient();
  useLive("cases", () => void client.invalidateQueries({ queryKey: ["cases"] }), { pauseMs: PAUSE_MS });
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

  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page desk">
      <div className="page-head">
        <h1>{words.desk.title}</h1>
        {lines.length > 0 && <span className="soft">{words.desk.moveHint}</span>}
        {demo && <Link to="/practice">{words.practice.link}</Link>}
      </div>
      <SurgesInHand />
      <FlagsInHand />
      <Passed owed={hand?.owed ?? []} />
      {lines.length === 0 && (hand?.owed ?? []).length === 0 && (
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
      {(hand?.uncured ?? []).length > 0 && (
        <section>
          <h2>
            {words.desk.uncured} <span className="soft">{words.desk.uncuredHint}</span>
          </h2>
          <ul className="case-lines">
            {hand?.uncured.map((c) => (
              <Line key={c.number} c={c} chosen={false} withAgent={false} />
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}

/** What was passed to me: put-backs, follow-ups and debts, those overdue first. */
function Passed({ owed }: { owed: Owed[] }) {
  const client = useQueryClient();
  const say = useSay();
  if (owed.length === 0) return null;
  const done = (o: Owed) =>
    settleOwed(o.number, o.id, "done").then(
      () => void client.invalidateQueries({ queryKey: ["cases"] }),
      (e: unknown) => say.failed(e),
    );
  return (
    <section>
      <h2>
        {words.desk.owed} <span className="count">{owed.length}</span>
      </h2>
      <ul className="owed-lines">
        {owed.map((o) => (
          <li key={o.id} className={o.overdue ? "overdue" : undefined}>
            <span className="hole" aria-hidden="true" />
            <span className="what">
              <b>{o.kind === "debt" ? words.desk.debt : o.text}</b>
              <Link to={`/case/${o.number}`}>
                {[o.title, o.device, o.requester].filter(Boolean).join(" · ")}
              </Link>
            </span>
            <span className="when soft">
              {o.dueAt &&
                (o.overdue ? words.desk.overdue : words.desk.due)(
                  new Date(o.dueAt).toLocaleString(words.locale, { dateStyle: "medium", timeStyle: "short" }),
                )}
            </span>
            <button type="button" className="plain" onClick={() => void done(o)}>
              {words.case.margin.putBackDone}
            </button>
          </li>
        ))}
      </ul>
    </section>
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
