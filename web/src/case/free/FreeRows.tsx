import { useState } from "react";
import type { Case } from "../../api";
import { Key, SeamPiece, useKeys } from "../../look";
import { words } from "../../words";
import type { CaseActs } from "../useCaseActs";
import { freeTries, type FreeTry } from "./freeState";
import { StepItem } from "./StepItem";

/** What was tried off the script and what came of it, one row for each retest. */
export function FreeRows({
  c,
  acts,
  editable,
  withKey,
}: {
  c: Case;
  acts: CaseActs;
  editable: boolean;
  /** Whether u takes back the last outcome; not where it takes back a fix's. */
  withKey: boolean;
}) {
  const tries = freeTries(c).filter((t) => t.outcome !== null || !editable);
  const all = freeTries(c).flatMap((t) => t.steps);
  const end = tries.at(-1)?.steps.at(-1);
  const undo = () => end && void acts.changeFree(end.id, { outcome: null });
  const mayUndo = editable && withKey && end !== undefined;
  useKeys(words.free.keys, [{ key: "u", says: words.common.undo, act: undo, alive: mayUndo }]);
  return tries.map((t) => (
    <Row
      key={t.steps[0]?.id}
      t={t}
      from={all.findIndex((s) => s.id === t.steps[0]?.id)}
      of={all.length}
      editable={editable}
      onUndo={mayUndo && t === tries.at(-1) ? undo : undefined}
      acts={acts}
    />
  ));
}

function Row(p: {
  t: FreeTry;
  from: number;
  of: number;
  editable: boolean;
  onUndo?: () => void;
  acts: CaseActs;
}) {
  const { t } = p;
  const owes = t.steps.some((s) => s.putBack !== "" && !s.putBackDone);
  const [open, setOpen] = useState(owes);
  return (
    <div className="seam-row tried">
      <SeamPiece state={t.outcome ?? "not-retested"} />
      <div className="row-body">
        <div className="row-line">
          <button type="button" className="row-title" aria-expanded={open} onClick={() => setOpen(!open)}>
            {t.title}
          </button>
          {p.onUndo && (
            <button type="button" className="plain undo" onClick={p.onUndo}>
              <Key k="u" /> {words.common.undo}
            </button>
          )}
          <span className="soft">
            {words.free.title.toLowerCase()}:{" "}
            {words.free.outcomes[t.outcome ?? ""] ?? words.outcomes["not-retested"]}
            {t.cameBack && `, ${words.free.cameBack}`}
          </span>
        </div>
        {open && (
          <div className="row-detail">
            {t.steps.map((s, i) => (
              <StepItem key={s.id} s={s} n={p.from + i + 1} of={p.of} editable={p.editable} acts={p.acts} />
            ))}
          </div>
        )}
      </div>
    </div>
  );
}
