import { useQuery } from "@tanstack/react-query";
import type { Case } from "../../api";
import { KeyButton, useKeys } from "../../look";
import { words } from "../../words";
import { togetherQuery } from "../api";
import type { CaseActs } from "../useCaseActs";

/** Where the texts of a case, taken together, speak for another known error than the case has: says so, and one key moves it. */
export function Together({ c, acts }: { c: Case; acts: CaseActs }) {
  const several = c.status === "open" && c.error !== null && c.texts.length > 1;
  const { data } = useQuery(togetherQuery(c.number, c.texts.length, several));
  const lead = several ? data?.[0] : undefined;
  const other = lead?.band === "recognised" && lead.error !== c.error ? lead : undefined;
  const move = () => other && void acts.move(other.error);
  useKeys(words.keys.inCase, [
    { key: "h", says: words.case.moveThere, act: move, alive: other !== undefined },
  ]);
  if (!other) return null;
  return (
    <p className="waiting-note together" role="status">
      {words.case.togetherSay} <b>{other.title}</b>{" "}
      <KeyButton k="h" onPress={move} hint={words.case.movedHint}>
        {words.case.moveThere}
      </KeyButton>
    </p>
  );
}
