import { useQuery } from "@tanstack/react-query";
import { useContext } from "react";
import { Link } from "react-router";
import type { Case } from "../../api";
import { SignedIn } from "../../frame";
import { sameShapeQuery, useDrafting } from "../../gaps";
import { KeyButton, useKeys } from "../../look";
import { words } from "../../words";
import { freeTries } from "./freeState";

const f = words.free;

/** A case that ended teaches: one key makes a draft of it and of those like it. */
export function Teach({ c }: { c: Case }) {
  const writes = useContext(SignedIn).roles.includes("author");
  const tries = freeTries(c);
  const { data: same } = useQuery(sameShapeQuery(c.number, c.texts.length, c.error === null));
  const { draft, busy } = useDrafting();
  // what is only thought to be the same makes no draft with it
  const others = same && !same.guess ? same.cases : [];
  const made = c.draft ?? same?.draft ?? null;
  const make = () => void draft([c.number, ...others]);
  const can = made === null && (tries.length > 0 || c.error === null);
  useKeys(f.keys, [{ key: "m", says: f.draft, act: make, alive: can && !busy }]);
  const did = tries.findLast((t) => t.outcome === "worked" && !t.cameBack);
  return (
    <>
      {did && (
        <p>
          {f.endedBy} {did.title}
        </p>
      )}
      {can && (
        <KeyButton k="m" strong disabled={busy} onPress={make}>
          {others.length > 0 ? f.draftWith(others.length) : f.draft}
        </KeyButton>
      )}
      {made !== null && made !== c.error && (
        <p>
          {f.draftMade} {writes ? <Link to={`/write/errors/${made}`}>{made}</Link> : <code>{made}</code>}
        </p>
      )}
    </>
  );
}
