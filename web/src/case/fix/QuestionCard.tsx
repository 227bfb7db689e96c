import { Input } from "antd";
import { useState } from "react";
import type { Question } from "../../api";
import { CommandText, Key, KEY_LEVEL, KeyButton, useKept, useKeys, useSay } from "../../look";
import { words } from "../../words";
import { toClipboard } from "../clipboard";
import { OutputBox } from "../step/OutputBox";
import { SayIt } from "../step/SayIt";
import type { CaseActs } from "../useCaseActs";
import { Pasted } from "./Pasted";
import { usePaste } from "./usePaste";

const t = words.case.card;
const r = words.case.reading;

/**
 * The question that pays, as the open card: answered by a digit, and the right fix opens. A look at the device is such a card too.
 *
 * @param question from the runbook, or put together from the vocabulary for a fact that only conditions ask for
 */
export function QuestionCard(p: { n: number; q: Question; why: string; acts: CaseActs; onSkip: () => void }) {
  const { q } = p;
  const look = q.run.length > 0;
  return (
    <div className="open-fix question-card">
      <header>
        <h2>{q.text}</h2>
        <span className="soft">
          {look ? t.look : t.ask}
          {q.minutes > 0 && ` · ${words.common.minutes(q.minutes)}`}
        </span>
      </header>
      {q.how && <p>{q.how}</p>}
      {p.why && <p className="soft">{p.why}</p>}
      {look ? <Look {...p} /> : <Ask {...p} />}
      {q.hangsOn.map((h) => (
        <p key={h.fix} className="soft hangs">
          {t.hangs(h.title, h.when)}
        </p>
      ))}
      <footer className="outcomes">
        <KeyButton k="j" onPress={p.onSkip}>
          {t.skip}
        </KeyButton>
      </footer>
    </div>
  );
}

function Ask({ q, acts, onSkip }: { q: Question; acts: CaseActs; onSkip: () => void }) {
  const [text, setText] = useState("");
  // nobody but the caller answers here, so a text that is pasted is another text of the case
  const [pasted, setPasted] = useState("");
  usePaste(setPasted);
  const answer = (value: string) => void acts.facts({ [q.sets]: value });
  const choices = q.choices.slice(0, 9);
  useKeys(
    words.keys.inFix,
    [
      ...choices.map((c, i) => ({ key: String(i + 1), says: c, act: () => answer(c) })),
      { key: "0", says: t.dontKnow, act: () => answer("dont-know"), alive: q.sets !== "" },
      { key: "j", says: t.skip, act: onSkip },
      { key: "Escape", says: t.skip, act: onSkip },
    ],
    KEY_LEVEL.part,
  );
  if (pasted !== "")
    return (
      <Pasted
        withStep={false}
        onOutput={() => setPasted("")}
        onText={() => {
          void acts.text(pasted);
          setPasted("");
        }}
        onLeave={() => setPasted("")}
      />
    );
  return (
    <div className="card-choices">
      {choices.map((c, i) => (
        <KeyButton key={c} k={String(i + 1)} onPress={() => answer(c)}>
          {c}
        </KeyButton>
      ))}
      {q.choices.slice(choices.length).map((c) => (
        <button key={c} type="button" className="plain" onClick={() => answer(c)}>
          {c}
        </button>
      ))}
      {q.choices.length === 0 && (
        <Input
          autoFocus
          aria-label={t.answer}
          placeholder={t.answer}
          maxLength={1000}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onPressEnter={() => text.trim() && answer(text.trim())}
        />
      )}
      {q.sets !== "" && (
        <KeyButton k="0" onPress={() => answer("dont-know")}>
          {t.dontKnow}
        </KeyButton>
      )}
    </div>
  );
}

function Look({ n, q, acts, onSkip }: { n: number; q: Question; acts: CaseActs; onSkip: () => void }) {
  const say = useSay();
  const [text, setText] = useKept(`look.${n}.${q.index}`, "");
  const [places, setPlaces] = useState<string[]>([]);
  const [sent, setSent] = useState("");
  const [saying, setSaying] = useState(false);
  const command = q.run.map((x) => x.text).join("");
  const whole = q.run.every((x) => x.kind === "literal" || x.kind === "filled");
  const copy = () =>
    void toClipboard(command).then((ok) =>
      ok ? say.done(words.common.copied) : say.failed(new Error(words.common.copyFailed)),
    );
  const send = (t0: string, row?: number) => {
    if (t0.trim() === "") return;
    setSent(t0);
    void acts.looked(q.index, t0, row).then((done) => {
      setPlaces(Array.isArray(done) ? done : []);
      if (done === true) setText("");
    });
  };
  const none = (value: string) =>
    void acts.facts(
      Object.fromEntries([...q.wanted.map((w) => w.name), q.sets].filter(Boolean).map((k) => [k, value])),
    );
  // pasted anywhere on the page it is what the look printed
  usePaste((pasted) => {
    setText(pasted);
    send(pasted);
  });
  const title = q.wanted.map((w) => w.title).join(", ");
  useKeys(
    words.keys.inFix,
    [
      ...places.slice(0, 8).map((line, i) => ({ key: String(i + 1), says: line, act: () => send(sent, i) })),
      { key: "c", says: words.case.copyKey, act: copy, alive: whole },
      { key: "s", says: words.case.sayIt, act: () => setSaying(true), alive: q.spoken.length > 0 },
      { key: "9", says: r.notThere, act: () => none("not-there") },
      { key: "0", says: r.notKnown, act: () => none("dont-know") },
      { key: "j", says: t.skip, act: onSkip },
      { key: "Escape", says: t.skip, act: onSkip },
    ],
    KEY_LEVEL.part,
  );
  return (
    <>
      <div className="command">
        <CommandText pieces={q.run} />
        <span className="command-keys">
          {q.spoken.length > 0 && (
            <button type="button" className="command-copy" onClick={() => setSaying(true)}>
              <Key k="s" /> {words.case.sayIt}
            </button>
          )}
          <button type="button" className="command-copy" onClick={copy}>
            <Key k="c" /> {words.case.copyKey}
          </button>
        </span>
      </div>
      {saying && <SayIt spoken={q.spoken} onLeave={() => setSaying(false)} onAll={() => setSaying(false)} />}
      <p className="soft">{places.length > 0 ? r.several(title, places.length) : r.reads(title)}</p>
      {places.slice(0, 8).map((line, i) => (
        <button key={line} type="button" className="place" onClick={() => send(sent, i)}>
          <Key k={String(i + 1)} /> <span className="mono">{line}</span>
        </button>
      ))}
      <div className="output">
        <OutputBox label={words.case.margin.lookPaste} text={text} onText={setText} onSend={send} />
      </div>
      <div className="step-keys">
        <KeyButton k="9" onPress={() => none("not-there")}>
          {r.notThere}
        </KeyButton>
        <KeyButton k="0" onPress={() => none("dont-know")}>
          {r.notKnown}
        </KeyButton>
      </div>
    </>
  );
}
