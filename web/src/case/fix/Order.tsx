import { useState } from "react";
import type { Case, ErrorSheet, Plan } from "../../api";
import { KeyButton, MendingCurve, SeamPiece } from "../../look";
import { words } from "../../words";
import { curvePoints, movedTo } from "../caseState";
import { ExcludedRow, LaterRow } from "./Rows";
import type { CaseActs } from "../useCaseActs";

const BECAUSE = ["seen-sign", "caller-wants", "quicker-here"] as const;

/** What comes later: the order and where it comes from, the fixes by it, which a drag overrules, and the mending curve. */
export function Order(p: {
  c: Case;
  plan: Plan;
  sheet: ErrorSheet | undefined;
  fix: string;
  /** Whether digits open what comes later; not while they mean something in what stands open. */
  digits: boolean;
  ending: boolean;
  acts: CaseActs;
  onOrder: () => void;
  onEnd: () => void;
  onOpen: (key: string) => void;
}) {
  const { plan, acts } = p;
  const [dragged, setDragged] = useState("");
  const [over, setOver] = useState("");
  const [why, setWhy] = useState(false);
  const later = plan.ordered.filter((s) => s.key !== p.fix);
  const keys = plan.ordered.map((s) => s.key);
  const move = (key: string, to: string) => {
    setDragged("");
    setOver("");
    if (key === "" || key === to) return;
    void acts.patch({ pinned: movedTo(keys, key, to) }).then((ok) => setWhy(ok));
  };
  const step = (key: string, by: number) => {
    const to = later[later.findIndex((s) => s.key === key) + by];
    if (to) move(key, to.key);
  };
  return (
    <>
      <div className="seam-row">
        <SeamPiece state="planned" />
        <OrderLine {...p} />
        {why && (
          <div className="notice">
            <span>{words.case.becauseAsk}</span>
            {BECAUSE.map((because) => (
              <button
                key={because}
                type="button"
                className="plain"
                onClick={() => void acts.patch({ pinned: keys, because }).then(() => setWhy(false))}
              >
                {words.case.because[because]}
              </button>
            ))}
            <button type="button" className="plain" onClick={() => setWhy(false)}>
              {words.common.close}
            </button>
          </div>
        )}
      </div>
      {later.map((s, i) => (
        <LaterRow
          key={s.key}
          s={s}
          n={p.digits ? i + 1 : 0}
          risk={p.sheet?.tries.find((t) => t.fix === s.key)?.risk ?? ""}
          beyond={plan.handOverAfter !== null && keys.indexOf(s.key) >= plan.handOverAfter}
          over={over === s.key && dragged !== s.key}
          onOpen={() => p.onOpen(s.key)}
          onStep={(by) => step(s.key, by)}
          drag={{
            onDragStart: () => setDragged(s.key),
            onDragOver: () => setOver(s.key),
            onDragEnd: () => move("", ""),
            onDrop: () => move(dragged, s.key),
          }}
        />
      ))}
      <div className="foot">
        <ExcludedRow plan={plan} />
        <MendingCurve points={curvePoints(plan)} handOverAfter={plan.handOverAfter} />
      </div>
    </>
  );
}

function OrderLine(p: {
  c: Case;
  plan: Plan;
  ending: boolean;
  acts: CaseActs;
  onOrder: () => void;
  onEnd: () => void;
}) {
  const { plan } = p;
  const own = p.c.pinned.length > 0;
  const going = p.c.goal === "going";
  return (
    <div className="order-line soft">
      <span>
        {plan.mode === "authored" && `${words.case.authoredOrder}; ${words.case.tooLittle(plan.cases)}`}
        {plan.mode === "measured" &&
          plan.expectedMinutes !== null &&
          plan.expectedMinutesAuthored !== null &&
          `${own ? words.case.authoredOrder : words.case.measuredOrder} ${words.case.ofCases(plan.cases)}: ${words.case.expected(
            words.common.minutes(plan.expectedMinutes),
            words.common.minutes(plan.expectedMinutesAuthored),
          )}`}
        {going && ` ${words.case.goalOn}`}
      </span>
      {(plan.mode === "measured" || own) && (
        <KeyButton k="o" onPress={p.onOrder}>
          {own ? words.case.toMeasured : words.case.toAuthors}
        </KeyButton>
      )}
      <KeyButton k="p" onPress={() => void p.acts.patch({ goal: going ? "mend" : "going" })}>
        {going ? words.case.goalOff : words.case.goal}
      </KeyButton>
      {!p.ending && (
        <KeyButton k="e" onPress={p.onEnd}>
          {words.case.endTitle.toLowerCase()}
        </KeyButton>
      )}
    </div>
  );
}
