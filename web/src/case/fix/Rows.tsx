import { InputNumber } from "antd";
import { useState } from "react";
import type { Attempt, Plan, PlanStep } from "../../api";
import { Key, SeamPiece, StitchBar } from "../../look";
import { conditionOf, whyWords, words } from "../../words";
import type { CaseActs } from "../useCaseActs";

/** A fix that was tried: its stitch, what came of it, and on demand what was done. */
export function TriedRow(p: { a: Attempt; acts: CaseActs; editable: boolean; onUndo?: () => void }) {
  const [open, setOpen] = useState(false);
  const { a } = p;
  const outcome = a.outcome ?? "";
  return (
    <div className="seam-row tried">
      <SeamPiece state={outcome} />
      <div className="row-body">
        <div className="row-line">
          <button type="button" className="row-title" aria-expanded={open} onClick={() => setOpen(!open)}>
            {a.title}
          </button>
          {p.onUndo && (
            <button type="button" className="plain undo" onClick={p.onUndo}>
              <Key k="u" /> {words.common.undo}
            </button>
          )}
          <span className="soft">
            {a.triedBefore && `${words.case.before} · `}
            {words.stitches[outcome]}: {words.outcomes[outcome]}
            {a.cameBack && `, ${words.case.cameBack}`}
            {a.minutes !== null && `, ${words.common.minutes(a.minutes)}`}
          </span>
        </div>
        {open && (
          <div className="row-detail soft">
            {a.agent}
            {a.steps
              .filter((s) => s.what !== "output")
              .map((s) => (
                <span key={s.clientId} title={`${s.agent}, ${new Date(s.at).toLocaleString(words.locale)}`}>
                  {" · "}
                  {s.step + 1} {s.item && `${s.item}: `}
                  {s.what}
                  {s.note && ` (${s.note})`}
                </span>
              ))}
            {a.note && <p>{a.note}</p>}
            {p.editable && a.minutes !== null && (
              <label>
                {" "}
                <InputNumber
                  size="small"
                  min={0}
                  max={10_000}
                  step={0.5}
                  defaultValue={a.minutes}
                  onBlur={(e) => {
                    const minutes = Number(e.target.value);
                    if (Number.isFinite(minutes) && minutes !== a.minutes) void p.acts.correct(a.id, minutes);
                  }}
                />{" "}
                min
              </label>
            )}
          </div>
        )}
      </div>
    </div>
  );
}

/** A fix that comes later, folded to one line. */
export function LaterRow(p: {
  s: PlanStep;
  n: number;
  risk: string;
  beyond: boolean;
  /** Whether something is dragged over it. */
  over: boolean;
  onOpen: () => void;
  /** One place earlier or later, by Alt and an arrow. */
  onStep: (by: number) => void;
  drag: { onDragStart: () => void; onDragOver: () => void; onDragEnd: () => void; onDrop: () => void };
}) {
  const { s } = p;
  return (
    <div
      className={["seam-row later", p.beyond && "beyond", p.over && "over"].filter(Boolean).join(" ")}
      draggable
      onDragStart={p.drag.onDragStart}
      onDragOver={(e) => {
        e.preventDefault();
        p.drag.onDragOver();
      }}
      onDragEnd={p.drag.onDragEnd}
      onDrop={(e) => {
        e.preventDefault();
        p.drag.onDrop();
      }}
    >
      <SeamPiece state="planned" />
      <div className="row-body row-line">
        <button
          type="button"
          className="row-title"
          onClick={p.onOpen}
          title={s.reasons.map(whyWords).join(" · ")}
          onKeyDown={(e) => {
            if (!e.altKey || (e.key !== "ArrowUp" && e.key !== "ArrowDown")) return;
            e.preventDefault();
            p.onStep(e.key === "ArrowUp" ? -1 : 1);
          }}
        >
          {p.n > 0 && p.n <= 9 && <Key k={String(p.n)} />} {s.title}
          {p.risk !== "" && p.risk !== "safe" && <span className="risk"> · {words.risks[p.risk]}</span>}
          {s.reasons
            .map(conditionOf)
            .filter((r) => r !== "")
            .map((r) => (
              <span key={r} className="soft">
                {" "}
                · {r}, {words.case.appliesIn(s.applies ?? 1)}
              </span>
            ))}
        </button>
        {s.chanceNow !== null ? (
          <StitchBar
            chance={s.chance}
            low={s.low}
            high={s.high}
            says={s.chance === null ? "" : words.common.outOfTen(s.chance)}
          />
        ) : (
          <span />
        )}
        <span className="soft row-minutes">{words.common.minutes(s.minutes)}</span>
      </div>
    </div>
  );
}

/** What this case excludes, with the reasons, folded. */
export function ExcludedRow({ plan }: { plan: Plan }) {
  if (plan.excluded.length === 0) return null;
  return (
    <details className="excluded">
      <summary className="soft">{words.case.excluded(plan.excluded.length)}</summary>
      <ul>
        {plan.excluded.map((e) => (
          <li key={e.key}>
            {e.title} <span className="soft">· {whyWords(e.reason)}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
