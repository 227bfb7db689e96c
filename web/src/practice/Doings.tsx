import type { PracticeDevice, Question } from "../api";
import { KEY_LEVEL, KeyButton, useKeys } from "../look";
import { words } from "../words";
import { isUnread, type useDevice } from "./useDevice";

const m = words.practice;
/** As many as there are digits. */
const DIGITS = 9;
/** More questions stand in the case's margin; what is in hand is the first. */
const MOST_ASKED = 3;

/** What whoever rang can be asked now, and what hands can do there, by digits. */
export function Doings(p: {
  d: PracticeDevice;
  questions: Question[];
  acts: ReturnType<typeof useDevice>;
  onChosen: () => void;
}) {
  const { d, acts } = p;
  const chosen = (act: () => void) => () => {
    act();
    p.onChosen();
  };
  const all = [
    ...(isUnread(d) ? [{ says: m.readOut, act: acts.readOut }] : []),
    ...p.questions
      .filter((q) => !q.answered && q.run.length === 0 && q.sets !== "")
      .slice(0, MOST_ASKED)
      .map((q) => ({ says: m.ask(q.text), act: () => acts.ask(q.sets) })),
    ...d.hands.map((h) => ({ says: h, act: () => acts.hand(h) })),
  ].map((a, i) => ({ says: a.says, act: chosen(a.act), key: i < DIGITS ? String(i + 1) : "" }));
  useKeys(
    m.toDoings,
    [
      ...all.filter((a) => a.key !== ""),
      { key: "Escape", says: words.common.cancel, act: p.onChosen },
      { key: ";", says: words.common.cancel, act: p.onChosen },
    ],
    // digits answer the question of an open card too
    KEY_LEVEL.ask,
  );
  return (
    <div className="hands doings">
      {all.map((a) => (
        <KeyButton key={a.says} k={a.key} onPress={a.act}>
          {a.says}
        </KeyButton>
      ))}
    </div>
  );
}

/** What they answered last. */
export function LastAnswer({ d, questions }: { d: PracticeDevice; questions: Question[] }) {
  const last = d.call?.answers.at(-1);
  if (!last) return null;
  const asked = questions.find((q) => q.sets === last.fact)?.text ?? last.fact;
  return (
    <p className="answered" role="status">
      <span className="soft">{asked}</span>{" "}
      {last.answer === null ? m.cannotSay : `\u201c${last.answer}\u201d`}
    </p>
  );
}
