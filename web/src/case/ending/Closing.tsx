import { Input, InputNumber, Select } from "antd";
import { useState } from "react";
import type { Case, ErrorSheet } from "../../api";
import { KEY_LEVEL, KeyButton, useKeys, useKept } from "../../look";
import { words } from "../../words";
import { believable, isMended } from "../caseState";
import { type Answered, Retest } from "./Retest";
import type { CaseActs } from "../useCaseActs";

const ENDINGS = ["solved", "worked-around", "handed-over", "withdrawn", "duplicate"] as const;

/** Ends a case: one key where it worked, a choice otherwise; open put-backs come first. */
export function Closing({
  c,
  verify,
  workaround,
  acts,
  onLeave,
}: {
  c: Case;
  verify: ErrorSheet["verify"];
  /** Whether what worked only gets them going. */
  workaround: boolean;
  acts: CaseActs;
  onLeave?: () => void;
}) {
  const usual = workaround ? "worked-around" : "solved";
  const mended = isMended(c);
  const [note, setNote] = useKept(`closing-note.${c.number}`, "");
  const [limitation, setLimitation] = useKept(`limitation.${c.number}`, "");
  const [retest, setRetest] = useState<Answered[] | null>(null);
  const [aroundAsked, setAroundAsked] = useState(false);
  const [repeats, setRepeats] = useState<number | null>(null);
  const [repeatsAsked, setRepeatsAsked] = useState(false);
  const [cause, setCause] = useState(c.cause);
  const owed = c.putBacks.filter((p) => p.state === "open" || p.state === "for-now");
  const first = owed[0];
  const done = believable(c);
  const [believed, setBelieved] = useState(done.at(-1)?.fix);

  const limited = verify.filter((_, i) => retest?.[i] === "does-not").map((v) => v.limitation);
  /** What decides and does not hold takes the success back: the error is not gone. */
  const answer = (state: Answered) => {
    const item = verify[retest?.length ?? 0];
    const last = done.at(-1);
    if (item?.decides && state === "does-not" && last) void acts.record(last.id, "no-change");
    else setRetest([...(retest ?? []), state]);
  };
  const end = async (how: string) => {
    if (how === "worked-around" && limitation.trim() === "") {
      setAroundAsked(true);
      return;
    }
    if (how === "duplicate" && repeats === null) {
      setRepeatsAsked(true);
      return;
    }
    const ending = {
      outcome: how,
      limitation: how === "worked-around" ? limitation : null,
      note: note || null,
      believedFix: mended && done.length > 1 ? (believed ?? null) : null,
      cause: cause.trim() !== "" && cause !== c.cause ? cause : null,
      duplicateOf: how === "duplicate" ? repeats : null,
      retest: mended ? retest : null,
    };
    if (await acts.close(ending)) {
      setNote("");
      setLimitation("");
    }
  };
  const may = owed.length === 0;
  useKeys(
    words.keys.inCase,
    [
      { key: "e", says: words.case.end, act: () => void end(usual), alive: mended && may },
      ...ENDINGS.map((how, i) => ({
        key: String(i + 1),
        says: words.case.endings[how] ?? how,
        act: () => void end(how),
        alive: may,
      })),
      {
        key: "b",
        says: words.case.margin.putBackDone,
        act: () => first && void acts.settle(first.id, "done"),
        alive: !may,
      },
      { key: "Escape", says: words.common.cancel, act: () => onLeave?.(), alive: onLeave !== undefined },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="open-fix closing">
      <header>
        <h2>{mended ? words.case.worked : words.case.endTitle}</h2>
        {mended && done.length > 0 && (
          <span className="soft">
            {words.case.believed}{" "}
            {done.length === 1 ? (
              done[0]?.title
            ) : (
              <Select
                size="small"
                aria-label={words.case.believed}
                value={believed}
                onChange={setBelieved}
                options={done.map((a) => ({ value: a.fix, label: a.title }))}
              />
            )}
          </span>
        )}
      </header>
      {first && (
        <div className="owed-first">
          <p>{words.case.firstPutBack}</p>
          <p>
            <b>{first.text}</b>
          </p>
          <KeyButton k="b" strong onPress={() => void acts.settle(first.id, "done")}>
            {words.case.margin.putBackDone}
          </KeyButton>
        </div>
      )}
      <Input.TextArea
        aria-label={words.case.note}
        placeholder={words.case.note}
        autoSize={{ minRows: 1, maxRows: 5 }}
        maxLength={4000}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      {mended && verify.length > 0 && (
        <Retest verify={verify} answers={retest} onAsk={() => setRetest([])} onAnswer={answer} />
      )}
      {limited.length > 0 && <p>{words.case.retest.limitation(limited.join("; "))}</p>}
      <label className="cause-line soft">
        {words.case.cause}
        <Input
          variant="underlined"
          maxLength={1000}
          value={cause}
          onChange={(e) => setCause(e.target.value)}
        />
      </label>
      {repeatsAsked && (
        <InputNumber
          autoFocus
          min={1}
          precision={0}
          aria-label={words.case.duplicateOf}
          placeholder={words.case.duplicateOf}
          value={repeats}
          onChange={setRepeats}
          onPressEnter={() => void end("duplicate")}
        />
      )}
      {aroundAsked && <p className="soft">{words.case.debtNote}</p>}
      {aroundAsked && (
        <Input
          autoFocus
          aria-label={words.case.limitation}
          placeholder={words.case.limitation}
          maxLength={1000}
          value={limitation}
          onChange={(e) => setLimitation(e.target.value)}
          onPressEnter={() => void end("worked-around")}
        />
      )}
      <footer className="outcomes">
        {mended && (
          <KeyButton k="e" strong disabled={!may} onPress={() => void end(usual)}>
            {words.case.end}: {words.case.endings[usual]}
          </KeyButton>
        )}
        {ENDINGS.filter((how) => !mended || how !== usual).map((how) => (
          <KeyButton
            key={how}
            k={String(ENDINGS.indexOf(how) + 1)}
            disabled={!may}
            onPress={() => void end(how)}
          >
            {words.case.endings[how]}
          </KeyButton>
        ))}
        {onLeave && (
          <button type="button" className="plain" onClick={onLeave}>
            {words.common.cancel}
          </button>
        )}
      </footer>
    </div>
  );
}
