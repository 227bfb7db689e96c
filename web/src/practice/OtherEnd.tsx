import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { flushSync } from "react-dom";
import { Link } from "react-router";
import type { PracticeDevice, Question } from "../api";
import { Failed, KeyButton, useKept, useKeys } from "../look";
import { words } from "../words";
import { deviceQuery, otherQuery } from "./api";
import { Console } from "./Console";
import { Doings, LastAnswer } from "./Doings";
import { Says, Screen } from "./Screen";
import { isUnread, useDevice } from "./useDevice";
import "./practice.css";

const m = words.practice;

/** What the last typed line printed; empty text if nothing. */
function lastPrinted(d: PracticeDevice): string {
  const at = d.console.map((l) => l.typed).lastIndexOf(true);
  return d.console
    .slice(at + 1)
    .map((l) => l.text)
    .join("\n");
}

/**
 * The other end of a practice case that is open, at its foot: the device, and whoever rang. States: loading, failed, folded, filled.
 *
 * @param questions of the case, what is in hand first
 * @param onPrinted takes what the device printed
 */
export function OtherEnd({
  n,
  questions,
  onPrinted,
}: {
  n: number;
  questions: Question[];
  onPrinted: (text: string) => void;
}) {
  const { data: other, error, refetch } = useQuery(otherQuery(n, "open"));
  const { data: d, error: gone } = useQuery(deviceQuery(other?.device ?? ""));
  const [folded, setFolded] = useKept("practice-folded", false);
  const [choosing, setChoosing] = useState(false);
  const acts = useDevice(other?.device ?? "");
  const console_ = useRef<HTMLDivElement>(null);
  const printed = d ? lastPrinted(d) : "";
  /** A console that was folded away has to stand there before it can take the focus. */
  const typeThere = () => {
    flushSync(() => {
      setFolded(false);
      setChoosing(false);
    });
    console_.current?.querySelector("input")?.focus();
  };
  const fold = () => {
    setFolded(!folded);
    setChoosing(false);
  };
  const choose = () => {
    setFolded(false);
    setChoosing(true);
  };
  useKeys(words.keys.inCase, [
    { key: ">", says: m.toConsole, act: typeThere, alive: d !== undefined },
    { key: ";", says: m.toDoings, act: choose, alive: d !== undefined && !choosing },
    { key: "=", says: d?.action ?? "", act: acts.tryIt, alive: d !== undefined && d.action !== null },
    { key: "<", says: m.readBack, act: () => onPrinted(printed), alive: printed !== "" },
  ]);
  if (error && !other) return <Failed error={error} again={() => void refetch()} />;
  // one that nobody touched for hours comes back as it was when the call came
  if (gone && !d) return <Failed error={gone} again={() => void refetch()} />;
  if (!d) return null;
  return (
    <section className="other-end practice" aria-label={m.otherEnd}>
      <div className="other-end-head">
        <h2>
          {m.otherEnd}: <span className="counts">{m.countsShort}</span>
        </h2>
        <Link className="mono" to={`/practice/${d.id}`}>
          {d.name}
        </Link>
        <span className="soft">{m.passedThere(d.seconds / 60)}</span>
        <KeyButton k=">" onPress={typeThere}>
          {m.toConsole}
        </KeyButton>
        {printed !== "" && (
          <KeyButton k="<" onPress={() => onPrinted(printed)}>
            {m.readBack}
          </KeyButton>
        )}
        {d.action !== null && (
          <KeyButton k="=" onPress={acts.tryIt}>
            {d.action}
          </KeyButton>
        )}
        <KeyButton k=";" onPress={choose}>
          {m.toDoings}
        </KeyButton>
        <button type="button" className="plain" onClick={fold}>
          {folded ? m.unfold : m.fold}
        </button>
      </div>
      {!folded && choosing && (
        <Doings d={d} questions={questions} acts={acts} onChosen={() => setChoosing(false)} />
      )}
      {/* hidden, not gone: what is half typed there stays */}
      <div className="other-end-parts" hidden={folded || choosing}>
        <div>
          {d.call && <Says says={d.call.says} />}
          <LastAnswer d={d} questions={questions} />
          <Screen d={d} />
          {isUnread(d) && (
            <button type="button" className="plain" onClick={acts.readOut}>
              {m.readOut}
            </button>
          )}
        </div>
        <Console d={d} onLine={acts.type} box={console_} />
      </div>
    </section>
  );
}
