import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import type { PracticeDevice } from "../api";
import { Failed, KeyButton, useKept, useKeys } from "../look";
import { words } from "../words";
import { deviceQuery, otherQuery } from "./api";
import { Console } from "./Console";
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

/** Whether it was taken there. */
function pastedAt(where: Element, text: string): boolean {
  const clipboardData = new DataTransfer();
  clipboardData.setData("text/plain", text);
  return !where.dispatchEvent(
    new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }),
  );
}

/** They read it back: the step that waits for what was printed has it, or the case, as anything that is pasted. */
function readBack(text: string) {
  (document.activeElement as HTMLElement | null)?.blur();
  const box = document.querySelector(".case .output-box");
  if (box === null || !pastedAt(box, text)) pastedAt(document.body, text);
}

/** The other end of a practice case that is open, at its foot: the device, and whoever rang. States: loading, failed, folded, filled. */
export function OtherEnd({ n }: { n: number }) {
  const { data: other, error, refetch } = useQuery(otherQuery(n, "open"));
  const { data: d, error: gone } = useQuery(deviceQuery(other?.device ?? ""));
  const [folded, setFolded] = useKept("practice-folded", false);
  const [wanted, setWanted] = useState(false);
  const acts = useDevice(other?.device ?? "");
  const console_ = useRef<HTMLDivElement>(null);
  const printed = d ? lastPrinted(d) : "";
  /** At once where the console stands; one that was folded away takes the focus when it is there. */
  const typeThere = () => {
    setWanted(true);
    setFolded(false);
    console_.current?.querySelector("input")?.focus();
  };
  useKeys(words.keys.inCase, [
    { key: ">", says: m.toConsole, act: typeThere, alive: d !== undefined },
    { key: "=", says: d?.action ?? "", act: acts.tryIt, alive: d !== undefined && d.action !== null },
    { key: "<", says: m.readBack, act: () => readBack(printed), alive: printed !== "" },
  ]);
  if (error && !other) return <Failed error={error} again={() => void refetch()} />;
  // one that nobody touched for hours comes back as it was when the call came
  if (gone && !d) return <Failed error={gone} again={() => void refetch()} />;
  if (!d) return null;
  return (
    <section className="other-end practice" aria-label={m.otherEnd}>
      <div className="other-end-head">
        <h2>{m.otherEnd}</h2>
        <Link className="mono" to={`/practice/${d.id}`}>
          {d.name}
        </Link>
        <span className="soft">{m.passed(d.seconds / 60)}</span>
        <b className="counts">{m.countsShort}</b>
        <KeyButton k=">" onPress={typeThere}>
          {m.toConsole}
        </KeyButton>
        {printed !== "" && (
          <KeyButton k="<" onPress={() => readBack(printed)}>
            {m.readBack}
          </KeyButton>
        )}
        <button type="button" className="plain" onClick={() => setFolded(!folded)}>
          {folded ? m.unfold : m.fold}
        </button>
      </div>
      {!folded && (
        <div className="other-end-parts">
          <div>
            {d.call && <Says says={d.call.says} />}
            <Screen d={d} />
            <div className="hands">
              {isUnread(d) && (
                <button type="button" className="plain" onClick={acts.readOut}>
                  {m.readOut}
                </button>
              )}
              {d.action !== null && (
                <KeyButton k="=" onPress={acts.tryIt}>
                  {d.action}
                </KeyButton>
              )}
              {d.hands.map((h) => (
                <button key={h} type="button" className="plain" onClick={() => acts.hand(h)}>
                  {h}
                </button>
              ))}
            </div>
          </div>
          <Console d={d} onLine={acts.type} box={console_} focused={wanted} />
        </div>
      )}
    </section>
  );
}
