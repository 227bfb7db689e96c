import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import type { Case } from "../../api";
import { SameShape, sameShapeQuery } from "../../gaps";
import { KEY_LEVEL, KeyButton, useKept, useKeys, useSay } from "../../look";
import { words } from "../../words";
import { toClipboard } from "../clipboard";
import { usePaste } from "../fix/usePaste";
import type { CaseActs } from "../useCaseActs";
import { freeTries, liveSteps, openSteps } from "./freeState";
import { type FreeFields, NOTHING_DONE, StepForm } from "./StepForm";
import { StepItem } from "./StepItem";

const f = words.free;

/** Work that no runbook has, step by step. It has the page's keys where nothing else is worked. */
export function FreeWork({ c, acts, alone }: { c: Case; acts: CaseActs; alone: boolean }) {
  const [fields, setFields] = useKept<FreeFields>(`free-step.${c.number}`, NOTHING_DONE);
  const box = useRef<HTMLDivElement>(null);
  const say = useSay();
  const toForm = () => box.current?.querySelector<HTMLInputElement>(".free-form input")?.focus();
  const all = liveSteps(c);
  const open = openSteps(c);
  const last = open.at(-1);
  const begins = all.length - open.length;
  const keep = (what: FreeFields) =>
    void acts
      .addFree({ ...what, did: what.did.trim(), output: what.output === "" ? null : what.output })
      .then((ok) => {
        if (!ok) return;
        setFields(NOTHING_DONE);
        toForm();
      });
  const outcome = (what: string) => last && void acts.changeFree(last.id, { outcome: what });
  const undo = () =>
    last &&
    void acts
      .changeFree(last.id, { undone: true })
      .then((ok) => ok && say.done(f.takenBack(last.did === "" ? last.command : last.did)));

  const { data: same } = useQuery(
    sameShapeQuery(c.number, c.texts.length, alone && c.error === null && c.texts.length > 0),
  );
  const steps = same?.solved[0]?.steps ?? [];
  const dids = new Set(all.map((s) => `${s.did}\n${s.command}`));
  const taken = steps.findIndex((s) => !dids.has(`${s.did}\n${s.command}`));
  const next = taken < 0 ? undefined : steps[taken];
  const follow = () =>
    next &&
    void acts
      .addFree({ did: next.did, command: next.command, aim: same?.solved[0]?.endedBy ?? "" })
      .then((ok) => {
        if (!ok || next.command === "") return;
        void toClipboard(next.command).then((copied) => copied && say.done(words.gaps.same.followed));
      });

  useKeys(
    f.keys,
    [
      { key: "f", says: f.next, act: () => toForm(), alive: alone },
      { key: "w", says: f.worked, act: () => outcome("worked"), alive: alone && last !== undefined },
      { key: "n", says: f.noChange, act: () => outcome("no-change"), alive: alone && last !== undefined },
      {
        key: "d",
        says: f.different,
        act: () => outcome("different-error"),
        alive: alone && last !== undefined,
      },
      { key: "z", says: f.undo, act: undo, alive: alone && last !== undefined },
      { key: "g", says: words.gaps.same.follow, act: follow, alive: alone && next !== undefined },
    ],
    KEY_LEVEL.part,
  );
  // what is pasted is what the last step printed, if that is not known yet
  usePaste((text) => {
    if (!alone) return;
    if (last && last.output === null && fields.did === "") void acts.changeFree(last.id, { output: text });
    else setFields({ ...fields, output: text });
  });

  return (
    <div className="free-work" ref={box}>
      {same && <SameShape found={same} taken={taken < 0 ? steps.length : taken} onFollow={follow} />}
      {alone && all.length === 0 && <p className="soft">{f.hint}</p>}
      {open.map((s, i) => (
        <StepItem key={s.id} s={s} n={begins + i + 1} of={all.length} editable acts={acts} />
      ))}
      <StepForm fields={fields} onFields={setFields} onKeep={keep} />
      {last && (
        <footer className="outcomes">
          <span className="soft">{f.outcomeOf}</span>
          {(
            [
              ["w", "worked", f.worked],
              ["n", "no-change", f.noChange],
              ["d", "different-error", f.different],
            ] as const
          ).map(([key, what, label]) =>
            alone ? (
              <KeyButton key={key} k={key} onPress={() => outcome(what)}>
                {label}
              </KeyButton>
            ) : (
              <button key={key} type="button" className="plain" onClick={() => outcome(what)}>
                {label}
              </button>
            ),
          )}
          {alone && (
            <KeyButton k="z" onPress={undo}>
              {f.undo}
            </KeyButton>
          )}
        </footer>
      )}
    </div>
  );
}

/** Whether anything was tried off the script. */
export const hasFreeWork = (c: Case): boolean => freeTries(c).length > 0;
