import { Input } from "antd";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { PracticeDevice } from "../api";
import { words } from "../words";

const m = words.practice;
const MOST_LINE = 1_000;

/** What was typed and printed; up and down bring typed lines back. */
export function Console({
  d,
  onLine,
  box,
  focused = false,
}: {
  d: PracticeDevice;
  onLine: (line: string) => void;
  box?: RefObject<HTMLDivElement | null>;
  /** Whether one types here at once. */
  focused?: boolean;
}) {
  const [line, setLine] = useState("");
  const [at, setAt] = useState(0);
  const lines = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // its own lines alone: the page stays where it is
    if (lines.current) lines.current.scrollTop = lines.current.scrollHeight;
  }, [d.console.length]);
  const typed = d.console.filter((l) => l.typed && l.text !== "").map((l) => l.text);
  const recall = (by: number) => {
    const next = Math.min(typed.length, Math.max(0, at + by));
    setAt(next);
    setLine(next === 0 ? "" : (typed[typed.length - next] ?? ""));
  };
  return (
    <div className="console mono" ref={box}>
      <div className="lines" role="log" aria-label={m.console} ref={lines}>
        {d.console.map((l, i) => (
          <p key={i} className={l.typed ? "typed" : ""}>
            {l.text}
          </p>
        ))}
      </div>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (line.trim() === "") return;
          onLine(line);
          setLine("");
          setAt(0);
        }}
      >
        <Input
          autoFocus={focused}
          className="mono"
          aria-label={m.console}
          placeholder={d.asks ? m.answerPrompt : m.prompt}
          maxLength={MOST_LINE}
          autoComplete="off"
          spellCheck={false}
          value={line}
          onChange={(e) => setLine(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
            e.preventDefault();
            recall(e.key === "ArrowUp" ? 1 : -1);
          }}
        />
      </form>
    </div>
  );
}
