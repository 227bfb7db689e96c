import { useContext, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Case, Plan, PutBack } from "../api";
import { SignedIn } from "../frame";
import { KeyButton, useKeys, useNow } from "../look";
import { words } from "../words";
import { planNews } from "./caseState";
import type { CaseActs } from "./useCaseActs";

/** The same error ended on this device lately: has it come back? */
export function Recurrence({ c, acts }: { c: Case; acts: CaseActs }) {
  const now = useNow();
  const e = c.earlier;
  const answer = (again: boolean) => e && void acts.recurrence(e.number, again);
  useKeys(words.keys.inCase, [
    { key: "y", says: words.case.earlierYes, act: () => answer(true), alive: e !== null },
    { key: "0", says: words.case.earlierNo, act: () => answer(false), alive: e !== null },
  ]);
  if (!e) return null;
  const ago = words.common.ago((now - new Date(e.closedAt).getTime()) / 60_000);
  return (
    <div className="notice" role="status">
      <span>
        {words.case.earlier(e.title ?? "", ago)}{" "}
        <Link to={`/case/${e.number}`}>{words.case.number(e.number)}</Link>. {words.case.earlierAsk}
      </span>
      <KeyButton k="y" onPress={() => answer(true)}>
        {words.case.earlierYes}
      </KeyButton>
      <KeyButton k="0" onPress={() => answer(false)}>
        {words.case.earlierNo}
      </KeyButton>
    </div>
  );
}

/** Somebody else works the case: one key takes it. */
export function InOtherHands({ c, acts }: { c: Case; acts: CaseActs }) {
  const { id: me, login } = useContext(SignedIn);
  const others = c.status === "open" && c.agentId !== me;
  const take = () => void acts.handOver(login, "");
  useKeys(words.keys.inCase, [{ key: "l", says: words.case.take, act: take, alive: others }]);
  const last = c.handovers.at(-1);
  return (
    <>
      {last && (
        <p className="notice soft">
          {words.case.gave(last.giver, last.taker)}
          {last.note && `: ${last.note}`}
        </p>
      )}
      {others && (
        <div className="notice">
          <span>{words.case.worksIt(c.agent)}</span>
          <KeyButton k="l" onPress={take}>
            {words.case.take}
          </KeyButton>
        </div>
      )}
    </>
  );
}

/** What a fix has weakened, until it is put back. */
export function Weakened({ owed }: { owed: PutBack[] }) {
  if (owed.length === 0) return null;
  return (
    <p className="notice risk" role="alert">
      {words.case.weakened} {owed.map((p) => p.text).join(", ")}
    </p>
  );
}

/** What the last change did to the plan, for a while. */
export function PlanNews({ plan }: { plan: Plan | undefined }) {
  const before = useRef<Plan | undefined>(undefined);
  const [news, setNews] = useState<string[]>([]);
  useEffect(() => {
    if (!plan) return;
    const told = planNews(before.current, plan);
    before.current = plan;
    if (told.length > 0) setNews(told);
  }, [plan]);
  if (news.length === 0) return null;
  return (
    <div className="notice" role="status">
      <span>{news.join(" ")}</span>
      <button type="button" className="plain" onClick={() => setNews([])}>
        {words.common.close}
      </button>
    </div>
  );
}
