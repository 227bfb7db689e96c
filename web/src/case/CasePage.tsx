import { useQuery } from "@tanstack/react-query";
import { useContext, useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Case, ErrorSheet, Plan, Question } from "../api";
import { SignedIn, wordsQuery } from "../frame";
import { Coming, Failed, KeyButton, SeamPiece, useDigitsTaken, useKept, useKeys, useSay } from "../look";
import { useLive } from "../live";
import { words } from "../words";
import { caseQuery, planQuery, questionsQuery, sheetQuery } from "./api";
import "./case.css";
import { CaseHead } from "./CaseHead";
import {
  askName,
  byWorth,
  isMended,
  isPractice,
  lastEnded,
  runningAttempt,
  weakened,
  whyAsk,
} from "./caseState";
import { ChooseError } from "./fix/ChooseError";
import { Closing } from "./ending/Closing";
import { Ended } from "./ending/Ended";
import { GiveTo } from "./ending/GiveTo";
import { Margin } from "./margin/Margin";
import { NewTear } from "./fix/NewTear";
import { InOtherHands, PlanNews, Recurrence, Weakened } from "./Notices";
import { FreeRows } from "./free/FreeRows";
import { FreeWork, hasFreeWork } from "./free/FreeWork";
import { OpenFix } from "./fix/OpenFix";
import { Order } from "./fix/Order";
import { goOn, useWaiting } from "./outbox";
import { OwedFirst } from "./margin/PutBacks";
import { OtherEnd } from "../practice";
import { QuestionCard } from "./fix/QuestionCard";
import { RetestFirst } from "./fix/RetestFirst";
import { TriedRow } from "./fix/Rows";
import { Together } from "./fix/Together";
import { type Scene, sceneOf } from "./scene";
import { takePrinted } from "./step/takePrinted";
import { type CaseActs, useCaseActs } from "./useCaseActs";

/** Scenes in which somebody works on the case and may do what no runbook has. */
const WORKED = new Set<Scene["kind"]>([
  "owed",
  "retest",
  "question",
  "fix",
  "giving",
  "another-error",
  "nothing",
]);

/** A case: its seam is the page. States: loading, failed, filled. */
export function CasePage() {
  const n = Number(useParams().n);
  const { data: c, error, refetch } = useQuery(caseQuery(n));
  const { data: plan } = useQuery(planQuery(n));
  const { data: sheet } = useQuery(sheetQuery(n, c?.error ?? null));
  const acts = useCaseActs(n);
  useLive(
    "case",
    (told) => {
      if ((told as { number: number }).number === n) acts.refresh();
    },
    { about: n },
  );
  useEffect(() => {
    goOn();
  }, []);
  if (error && !c) return <Failed error={error} again={() => void refetch()} />;
  if (!c) return <Coming />;
  return <Shown key={n} c={c} plan={plan} sheet={sheet} acts={acts} />;
}

function Shown({
  c,
  plan,
  sheet,
  acts,
}: {
  c: Case;
  plan: Plan | undefined;
  sheet: ErrorSheet | undefined;
  acts: CaseActs;
}) {
  const me = useContext(SignedIn).id;
  const navigate = useNavigate();
  const say = useSay();
  const [chosen, setChosen] = useKept(`open-fix.${c.number}`, "");
  const [ending, setEnding] = useState(false);
  const [other, setOther] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [giving, setGiving] = useState(false);
  // what somebody chose to leave open for the next fix, and which fix goes on untested
  const [laterOwed, setLater] = useKept(`owed-later.${c.number}`, "");
  const [untested, setUntested] = useKept(`untested.${c.number}`, "");
  const waiting = useWaiting().filter((w) => w.number === c.number);

  const [opened, setOpened] = useState("");
  const [skipped, setSkipped] = useKept<string[]>(`skipped.${c.number}`, []);
  const { data: asked } = useQuery(questionsQuery(c.number, c.error));
  const { data: vocabulary } = useQuery(wordsQuery);
  const scene = sceneOf(
    c,
    { plan, sheet, questions: asked ?? [], facts: vocabulary?.facts ?? [] },
    { chosen, opened, skipped, ending, other, giving, laterOwed, untested },
  );

  const open = c.status === "open";
  const practised = isPractice(c);
  const running = runningAttempt(c);
  const mended = isMended(c);
  const fix = scene.kind === "fix" ? scene.fix : "";
  const ordered = plan?.ordered ?? [];
  const digitsTaken = useDigitsTaken();
  const riskOf = (key: string) => sheet?.tries.find((t) => t.fix === key)?.risk ?? "";
  const undoable = open ? lastEnded(c) : undefined;
  const tried = c.attempts.filter((a) => a.outcome !== null);
  const card = scene.kind === "question" ? scene.question : undefined;
  const beside = byWorth(asked?.filter((q) => !q.answered && q.index !== card?.index) ?? [], plan);
  const skip = (q: Question) => {
    setSkipped([...skipped, askName(q)]);
    setOpened("");
  };
  const later = ordered.filter((s) => s.key !== fix);
  const verify = sheet?.verify[0]?.text ?? words.case.tryAgain;

  const openLater = (key: string) => {
    if (running)
      say.failed(new Error(`${running.title}: ${words.outcomes.worked}, ${words.outcomes["no-change"]} …?`));
    else {
      setOpened("");
      setChosen(key);
    }
  };
  /** The next or the previous fix of the order, as the open card. */
  const turn = (by: number) => {
    const at = card ? (by > 0 ? -1 : 0) : ordered.findIndex((s) => s.key === fix);
    const to = ordered[at + by];
    if (to) openLater(to.key);
  };
  const undo = () => undoable && void acts.record(undoable.id, null);
  const order = () =>
    void acts.patch({ pinned: c.pinned.length > 0 ? [] : (sheet?.tries ?? []).map((t) => t.fix) });
  const owed = c.putBacks.find((p) => p.state === "open" || p.state === "for-now");

  useKeys(words.keys.inCase, [
    ...later.slice(0, 9).map((s, i) => ({
      key: String(i + 1),
      says: s.title,
      act: () => openLater(s.key),
      alive: open && !mended && !digitsTaken,
    })),
    {
      key: ".",
      says: words.case.card.after,
      act: () => turn(1),
      alive: open && !mended && !running && ordered.length > 1,
    },
    {
      key: ",",
      says: words.case.card.before,
      act: () => turn(-1),
      alive: open && !mended && !running && ordered.length > 1,
    },
    {
      key: "y",
      says: words.case.card.next,
      act: () => beside[0] && setOpened(askName(beside[0])),
      alive: open && !mended && beside.length > 0,
    },
    { key: "u", says: words.common.undo, act: undo, alive: undoable !== undefined },
    { key: "o", says: words.case.toAuthors, act: order, alive: open && plan?.mode === "measured" },
    {
      key: "k",
      says: words.case.knownAfterAll,
      act: () => setChoosing(!choosing),
      alive: scene.kind === "unrecognised",
    },
    { key: "e", says: words.case.endTitle, act: () => setEnding(true), alive: open && !mended },
    {
      key: "b",
      says: words.case.margin.putBackDone,
      act: () => owed && void acts.settle(owed.id, "done"),
      alive: owed !== undefined && open,
    },
    {
      key: "p",
      says: c.goal === "going" ? words.case.goalOff : words.case.goal,
      act: () => void acts.patch({ goal: c.goal === "going" ? "mend" : "going" }),
      alive: open && !mended && c.error !== null,
    },
    {
      key: "l",
      says: words.case.give,
      act: () => setGiving(true),
      alive: open && c.agentId === me && !practised,
    },
    { key: "r", says: words.case.reopen, act: () => void reopen(), alive: !open && !practised },
    {
      key: "g",
      says: words.case.goOnNow,
      act: () => void acts.patch({ waitsFor: "me" }),
      alive: open && c.waitsFor !== "me",
    },
    { key: "Escape", says: words.keys.home, act: () => void navigate("/") },
  ]);
  const reopen = async () => {
    const again = await acts.reopen();
    if (again && again.number !== c.number) void navigate(`/case/${again.number}`);
  };

  return (
    <main className={practised ? "case practised" : "case"}>
      <div className="seam-page">
        <div className="seam-row head">
          <SeamPiece state="planned" />
          <CaseHead c={c} acts={acts} onOther={() => setOther(true)} />
        </div>
        {practised && !open && <p className="practice-strip">{words.practice.counts}</p>}
        {waiting.length > 0 && <p className="waiting-note">{words.case.waits(waiting.length)}</p>}
        {c.newerRevisions.length > 0 && open && <p className="waiting-note soft">{words.case.newer}</p>}
        <InOtherHands c={c} acts={acts} />
        <Recurrence c={c} acts={acts} />
        <Weakened owed={weakened(c, riskOf)} />
        <Together c={c} acts={acts} />
        <PlanNews plan={open ? plan : undefined} />
        {open && c.waitsFor !== "me" && <Parked c={c} acts={acts} />}
        {tried.map((a) => (
          <TriedRow key={a.id} a={a} acts={acts} editable={open} onUndo={a === undoable ? undo : undefined} />
        ))}
        <FreeRows c={c} acts={acts} editable={open} withKey={undoable === undefined} />
        {scene.kind !== "nothing" && (
          <Row state={scene.kind === "ended" ? (c.status === "solved" ? "worked" : "not-applicable") : ""}>
            {scene.kind === "ended" && (
              <Ended c={c} sheet={sheet} acts={acts} onReopen={() => void reopen()} />
            )}
            {scene.kind === "new-tear" && <NewTear c={c} acts={acts} />}
            {scene.kind === "giving" && <GiveTo c={c} acts={acts} onLeave={() => setGiving(false)} />}
            {scene.kind === "ending" && (
              <Closing
                c={c}
                verify={sheet?.verify ?? []}
                workaround={sheet?.tries.find((t) => t.fix === tried.at(-1)?.fix)?.workaround ?? false}
                acts={acts}
                onLeave={scene.mayLeave ? () => setEnding(false) : undefined}
              />
            )}
            {scene.kind === "another-error" && (
              <ChooseError
                c={c}
                onLeave={() => setOther(false)}
                onChoose={(key) => void acts.move(key).then((ok) => ok && setOther(false))}
              />
            )}
            {scene.kind === "unrecognised" && (
              <>
                <div className="open-fix">
                  <FreeWork c={c} acts={acts} alone={!choosing} />
                  <p className="unknown-hint">
                    <KeyButton k="e" onPress={() => setEnding(true)}>
                      {words.case.endTitle.toLowerCase()}
                    </KeyButton>
                    <KeyButton k="k" onPress={() => setChoosing(!choosing)}>
                      {words.case.knownAfterAll}
                    </KeyButton>
                  </p>
                </div>
                {choosing && (
                  <ChooseError
                    c={c}
                    onChoose={(key) => void acts.move(key)}
                    onLeave={() => setChoosing(false)}
                  />
                )}
              </>
            )}
            {scene.kind === "owed" && (
              <OwedFirst
                c={c}
                owed={scene.due}
                acts={acts}
                onLater={() => setLater(String(scene.due[0]?.id ?? ""))}
              />
            )}
            {scene.kind === "retest" && (
              <RetestFirst
                last={scene.last}
                verify={verify}
                onOutcome={(what) => void acts.record(scene.last.id, what)}
                onLater={() => setUntested(String(scene.last.id))}
              />
            )}
            {(scene.kind === "question" || scene.kind === "fix") && plan?.handOverAfter === 0 && (
              <p className="waiting-note">{words.case.handOverNow}</p>
            )}
            {scene.kind === "question" && (
              <QuestionCard
                key={askName(scene.question)}
                n={c.number}
                q={scene.question}
                why={whyAsk(askName(scene.question), plan)}
                acts={acts}
                onSkip={() => skip(scene.question)}
              />
            )}
            {scene.kind === "fix" && (
              <OpenFix
                key={fix}
                c={c}
                fix={fix}
                planned={ordered.find((s) => s.key === fix)}
                first={ordered[0]?.key === fix}
                verify={verify}
                ordered={ordered}
                onThen={setChosen}
                acts={acts}
              />
            )}
          </Row>
        )}
        {WORKED.has(scene.kind) && (
          <details className="off-script" open={hasFreeWork(c)}>
            <summary className="soft">{words.case.offScript}</summary>
            <FreeWork c={c} acts={acts} alone={false} />
          </details>
        )}
        {open && !mended && scene.kind !== "new-tear" && plan && c.error !== null && (
          <Order
            c={c}
            plan={plan}
            sheet={sheet}
            fix={fix}
            digits={!digitsTaken}
            ending={ending}
            acts={acts}
            onOrder={order}
            onEnd={() => setEnding(true)}
            onOpen={openLater}
          />
        )}
      </div>
      <Margin
        c={c}
        plan={plan}
        acts={acts}
        questions={open && c.error !== null ? beside : []}
        onAsk={(q) => setOpened(askName(q))}
      />
      {practised && open && (
        <OtherEnd
          n={c.number}
          questions={[...(card ? [card] : []), ...(asked ?? []).filter((q) => q.index !== card?.index)]}
          onPrinted={takePrinted}
        />
      )}
    </main>
  );
}

function Row({ state = "", children }: { state?: string; children: React.ReactNode }) {
  return (
    <div className="seam-row">
      <SeamPiece state={state} />
      <div className="row-body">{children}</div>
    </div>
  );
}

/** The case waits; its stitch stands open, with the time. */
function Parked({ c, acts }: { c: Case; acts: CaseActs }) {
  const until = c.waitsUntil ? words.desk.until(new Date(c.waitsUntil).toTimeString().slice(0, 5)) : "";
  return (
    <div className="parked">
      <span>
        {words.desk.waits[c.waitsFor]} {until}
      </span>
      <KeyButton k="g" onPress={() => void acts.patch({ waitsFor: "me" })}>
        {words.case.goOnNow}
      </KeyButton>
    </div>
  );
}
