import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Case, ErrorSheet, Plan } from "../api";
import { Coming, Failed, KeyButton, MendingCurve, SeamPiece, useKept, useKeys, useSay } from "../look";
import { words } from "../words";
import { caseQuery, planQuery, sheetQuery } from "./api";
import "./case.css";
import { CaseHead } from "./CaseHead";
import { curvePoints, isMended, lastEnded, openFix, runningAttempt } from "./caseState";
import { ChooseError } from "./ChooseError";
import { Closing } from "./Closing";
import { Margin } from "./Margin";
import { OpenFix } from "./OpenFix";
import { goOn, useWaiting } from "./outbox";
import { ExcludedRow, LaterRow, TriedRow } from "./Rows";
import { Together } from "./Together";
import { type CaseActs, useCaseActs } from "./useCaseActs";

/** A case: its seam is the page. States: loading, failed, filled. */
export function CasePage() {
  const n = Number(useParams().n);
  const { data: c, error, refetch } = useQuery(caseQuery(n));
  const { data: plan } = useQuery(planQuery(n));
  const { data: sheet } = useQuery(sheetQuery(n, c?.error ?? null));
  const acts = useCaseActs(n);
  useEffect(() => {
    goOn();
  }, []);
  if (error) return <Failed error={error} again={() => void refetch()} />;
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
  const navigate = useNavigate();
  const say = useSay();
  const [chosen, setChosen] = useKept(`open-fix.${c.number}`, "");
  const [ending, setEnding] = useState(false);
  const [other, setOther] = useState(false);
  const waiting = useWaiting().filter((w) => w.number === c.number);

  const open = c.status === "open";
  const running = runningAttempt(c);
  const mended = isMended(c);
  const fix = openFix(c, plan, chosen);
  const ordered = plan?.ordered ?? [];
  const later = ordered.filter((s) => s.key !== fix);
  const riskOf = (key: string) => sheet?.tries.find((t) => t.fix === key)?.risk ?? "";
  const undoable = open ? lastEnded(c) : undefined;
  const tried = c.attempts.filter((a) => a.outcome !== null);
  // the first error is gone and another has begun: what it says now is still to be read
  const newTear =
    open && !running && tried.at(-1)?.outcome === "different-error" && tried.at(-1)?.error === c.error;

  const openLater = (key: string) => {
    if (running)
      say.failed(new Error(`${running.title}: ${words.outcomes.worked}, ${words.outcomes["no-change"]} …?`));
    else setChosen(key);
  };
  const undo = () => undoable && void acts.record(undoable.id, null);
  const order = () =>
    void acts.patch({ pinned: c.pinned.length > 0 ? [] : (sheet?.tries ?? []).map((t) => t.fix) });
  const owed = c.putBacks.find((p) => p.state === "open");

  useKeys(words.keys.inCase, [
    ...later.slice(0, 9).map((s, i) => ({
      key: String(i + 1),
      says: s.title,
      act: () => openLater(s.key),
      alive: open && !mended,
    })),
    { key: "u", says: words.common.undo, act: undo, alive: undoable !== undefined },
    { key: "o", says: words.case.toAuthors, act: order, alive: open && plan?.mode === "measured" },
    { key: "e", says: words.case.endTitle, act: () => setEnding(true), alive: open && !mended },
    {
      key: "b",
      says: words.case.margin.putBackDone,
      act: () => owed && void acts.settle(owed.id, "done"),
      alive: owed !== undefined && open,
    },
    { key: "r", says: words.case.reopen, act: () => void reopen(), alive: !open },
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
    <main className="case">
      <div className="seam-page">
        <div className="seam-row head">
          <SeamPiece state="planned" />
          <CaseHead c={c} acts={acts} onOther={() => setOther(true)} />
        </div>
        {waiting.length > 0 && <p className="waiting-note">{words.case.waits(waiting.length)}</p>}
        {c.newerRevisions.length > 0 && open && <p className="waiting-note soft">{words.case.newer}</p>}
        <Together c={c} acts={acts} />
        {open && c.waitsFor !== "me" && <Parked c={c} acts={acts} />}
        {tried.map((a) => (
          <TriedRow key={a.id} a={a} acts={acts} editable={open} onUndo={a === undoable ? undo : undefined} />
        ))}
        {other && open && (
          <Row>
            <ChooseError
              c={c}
              onLeave={() => setOther(false)}
              onChoose={(key) => void acts.move(key).then((ok) => ok && setOther(false))}
            />
          </Row>
        )}
        {newTear && (
          <Row>
            <NewTear c={c} acts={acts} />
          </Row>
        )}
        {open && c.error === null && !other && !ending && (
          <Row>
            <ChooseError c={c} onChoose={(key) => void acts.move(key)} />
            <p className="unknown-hint soft">
              {words.case.unknownHint}
              <KeyButton k="e" onPress={() => setEnding(true)}>
                {words.case.endTitle.toLowerCase()}
              </KeyButton>
            </p>
          </Row>
        )}
        {fix !== "" && !ending && !newTear && (
          <Row>
            {plan?.handOverAfter === 0 && <p className="waiting-note">{words.case.handOverNow}</p>}
            <OpenFix
              key={fix}
              c={c}
              fix={fix}
              planned={ordered.find((s) => s.key === fix)}
              first={ordered[0]?.key === fix}
              verify={sheet?.verify[0]?.text ?? words.case.tryAgain}
              acts={acts}
            />
          </Row>
        )}
        {open && (ending || mended) && !newTear && (
          <Row>
            <Closing c={c} acts={acts} onLeave={ending ? () => setEnding(false) : undefined} />
          </Row>
        )}
        {!open && (
          <Row state={c.status === "solved" ? "worked" : "not-applicable"}>
            <div className="ended">
              <h2>{words.case.ended(words.case.endings[c.status] ?? c.status)}</h2>
              {c.believedFix && (
                <p>
                  {words.case.believed}{" "}
                  {c.attempts.find((a) => a.fix === c.believedFix)?.title ?? c.believedFix}
                </p>
              )}
              {c.limitation && <p>{c.limitation}</p>}
              <KeyButton k="r" onPress={() => void reopen()} hint={words.case.reopenText}>
                {words.case.reopen}
              </KeyButton>
            </div>
          </Row>
        )}
        {open && !mended && !newTear && plan && c.error !== null && (
          <>
            <div className="seam-row">
              <SeamPiece state="planned" />
              <OrderLine c={c} plan={plan} onOrder={order} onEnd={() => setEnding(true)} ending={ending} />
            </div>
            {later.map((s, i) => (
              <LaterRow
                key={s.key}
                s={s}
                n={i + 1}
                risk={riskOf(s.key)}
                beyond={plan.handOverAfter !== null && ordered.indexOf(s) >= plan.handOverAfter}
                onOpen={() => openLater(s.key)}
              />
            ))}
            <div className="foot">
              <ExcludedRow plan={plan} />
              <MendingCurve points={curvePoints(plan)} handOverAfter={plan.handOverAfter} />
            </div>
          </>
        )}
      </div>
      <Margin c={c} sheet={sheet} acts={acts} />
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

function OrderLine(p: { c: Case; plan: Plan; onOrder: () => void; onEnd: () => void; ending: boolean }) {
  const { plan } = p;
  const own = p.c.pinned.length > 0;
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
      </span>
      {plan.mode === "measured" && (
        <KeyButton k="o" onPress={p.onOrder}>
          {own ? words.case.toMeasured : words.case.toAuthors}
        </KeyButton>
      )}
      {!p.ending && (
        <KeyButton k="e" onPress={p.onEnd}>
          {words.case.endTitle.toLowerCase()}
        </KeyButton>
      )}
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

/** Another error has begun in this case: what it says, then which known error that is. */
function NewTear({ c, acts }: { c: Case; acts: CaseActs }) {
  const [text, setText] = useKept(`new-tear.${c.number}`, "");
  const since = c.attempts.at(-1)?.endedAt ?? "";
  const read = c.texts.some((t) => t.at > since);
  if (read) return <ChooseError c={c} onChoose={(error) => void acts.patch({ error })} />;
  return (
    <div className="open-fix">
      <header>
        <h2>{words.case.newText}</h2>
      </header>
      <Input.TextArea
        autoFocus
        className="mono"
        autoSize={{ minRows: 3, maxRows: 12 }}
        aria-label={words.case.newText}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <footer className="outcomes">
        <button
          type="button"
          className="key-button strong"
          disabled={text.trim() === ""}
          onClick={() => void acts.text(text).then((ok) => ok && setText(""))}
        >
          {words.case.newTextGo}
        </button>
      </footer>
    </div>
  );
}
