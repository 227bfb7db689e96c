import { useState } from "react";
import type { AtTheDevice, DeviceAnswer } from "../../api";
import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";
import { drawn } from "../step/readingState";

const m = words.device;

/** Whether somebody has the page at the device open. */
export function Presence({ link }: { link: AtTheDevice["link"] }) {
  if (!link) return null;
  return (
    <p className={link.there ? "presence there" : "presence"} role="status">
      {link.there ? m.there : m.notThere} <span className="soft">{m.withCode(link.code)}</span>
    </p>
  );
}

/** What was answered at the device, the oldest first: seen before it is taken, and taken with one key. */
export function FromDevice(p: {
  n: number;
  answers: DeviceAnswer[];
  /** The step that is in hand here. */
  at: number;
  minutes: () => number | undefined;
  onSettle: (id: number, take: boolean, minutes?: number) => Promise<boolean>;
}) {
  const first = p.answers[0];
  // a key that is pressed twice means the one that was seen
  const [settling, setSettling] = useState(0);
  const mayTake = first !== undefined && first.sameTarget !== false && settling !== first.id;
  const settle = (take: boolean) => {
    if (!first || settling === first.id) return;
    setSettling(first.id);
    const ends = first.kind === "works" || first.kind === "same";
    void p.onSettle(first.id, take, take && ends ? p.minutes() : undefined).then((done) => {
      if (!done) setSettling(0);
    });
  };
  useKeys(
    m.from,
    [
      {
        key: "y",
        says: first ? (m.take[first.kind] ?? "") : "",
        act: () => settle(true),
        alive: mayTake,
      },
      { key: "Delete", says: m.drop, act: () => settle(false), alive: first !== undefined },
    ],
    KEY_LEVEL.came,
  );
  if (!first) return null;
  return (
    <section className="from-device" role="status" aria-label={m.from}>
      <p className="soft">
        <b>{m.from}</b>
        {first.step !== p.at && first.title !== "" && ` · ${m.about(first.step + 1, first.title)}`}
        {first.item !== null && ` · ${m.item(first.item)}`}
      </p>
      <Said n={p.n} a={first} />
      <div className="step-keys">
        {first.sameTarget !== false && (
          <KeyButton k="y" strong disabled={!mayTake} onPress={() => settle(true)}>
            {m.take[first.kind]}
          </KeyButton>
        )}
        <KeyButton k="Del" onPress={() => settle(false)}>
          {m.drop}
        </KeyButton>
        {p.answers.length > 1 && <span className="soft">{m.more(p.answers.length - 1)}</span>}
      </div>
    </section>
  );
}

function Said({ n, a }: { n: number; a: DeviceAnswer }) {
  switch (a.kind) {
    case "output":
      return (
        <>
          <pre className="seen mono">
            {drawn(a.text, a.marks).map((x) =>
              x.title === "" ? (
                x.text
              ) : (
                <span key={x.from} className="drawn-value" title={x.title}>
                  {x.text}
                </span>
              ),
            )}
          </pre>
          {a.read.length === 0 && <p className="soft">{m.readNothing}</p>}
          {a.read.map((r) => (
            <p key={r} className="reading mono">
              {r}
            </p>
          ))}
        </>
      );
    case "answer":
      return (
        <p>
          {a.question} <b>{a.text === "dont-know" ? m.dontKnow : a.text}</b>
        </p>
      );
    case "other":
      return (
        <>
          <p>{m.says.other}</p>
          <pre className="seen mono">{a.text}</pre>
        </>
      );
    case "target":
      return a.sameTarget ? (
        <p>{m.sameTarget}</p>
      ) : (
        <p className="risk" role="alert">
          {m.otherTarget}
        </p>
      );
    case "picture":
      return (
        <>
          <p>{m.says.picture}</p>
          <img className="sent-picture" src={`/api/cases/${n}/shown/${a.id}/picture`} alt={m.picture} />
        </>
      );
    default:
      return (
        <p>
          <b>{m.says[a.kind]}</b>
        </p>
      );
  }
}
