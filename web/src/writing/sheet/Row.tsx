import { type DragEvent, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from "react";
import type { OutlinePart, Problem } from "../../api";
import { words } from "../../words";
import { type Path, samePath } from "./parts";

const t = words.sheet;

/** What a row needs to be taken hold of and let down. */
export interface Grip {
  draggable: true;
  onDragStart: (e: DragEvent) => void;
  onDragOver: (e: DragEvent) => void;
  onDrop: (e: DragEvent) => void;
  onDragEnd: () => void;
  over: boolean;
}

export interface RowDrag {
  gripOf: (path: Path, part: OutlinePart, number: number) => Grip;
}

/** Rows that can be drawn to another place among their neighbours. */
export function useRowDrag(move: (path: Path, seen: OutlinePart, to: number) => void): RowDrag {
  const [held, setHeld] = useState<{ path: Path; part: OutlinePart } | null>(null);
  const [over, setOver] = useState<Path | null>(null);
  const beside = (path: Path) => held !== null && samePath(held.path.slice(0, -1), path.slice(0, -1));
  return {
    gripOf: (path, part, number) => ({
      draggable: true,
      over: over !== null && samePath(over, path),
      onDragStart: (e) => {
        e.stopPropagation();
        e.dataTransfer.effectAllowed = "move";
        setHeld({ path, part });
      },
      onDragOver: (e) => {
        if (!beside(path)) return;
        e.preventDefault();
        e.stopPropagation();
        setOver(path);
      },
      onDrop: (e) => {
        if (!held || !beside(path)) return;
        e.preventDefault();
        e.stopPropagation();
        if (!samePath(held.path, path)) move(held.path, held.part, number);
        setHeld(null);
        setOver(null);
      },
      onDragEnd: () => {
        setHeld(null);
        setOver(null);
      },
    }),
  };
}

/** A line of the sheet that opens when it is pressed; Alt with an arrow moves it, Delete takes it away. */
export function Row(p: {
  label: string;
  children: ReactNode;
  onOpen: () => void;
  onRemove?: () => void;
  /** Opens a box to say something about it to whoever writes it. */
  onSay?: () => void;
  onUp?: () => void;
  onDown?: () => void;
  focused: boolean;
  grip?: Grip;
  /** What opens a list of parts that may be added to it. */
  adds?: ReactNode;
}) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (p.focused) button.current?.focus({ preventScroll: true });
  }, [p.focused]);
  const onKey = (e: KeyboardEvent) => {
    const does =
      e.altKey && e.key === "ArrowUp"
        ? p.onUp
        : e.altKey && e.key === "ArrowDown"
          ? p.onDown
          : e.key === "Delete"
            ? p.onRemove
            : undefined;
    if (!does) return;
    e.preventDefault();
    does();
  };
  const { over, ...grip } = p.grip ?? { over: false };
  return (
    <div className={over ? "part-row over" : "part-row"} {...grip}>
      <button
        ref={button}
        type="button"
        className="part-open"

        onClick={p.onOpen}
        onKeyDown={onKey}
      >
        {p.label !== "" && <span className="label">{p.label}</span>}
        <span className="part-value">{p.children}</span>
      </button>
      {p.adds}
      <span className="part-tools">
        {p.onSay && <Tool sign="“" says={words.writing.reviewing.comment} act={p.onSay} />}
        {p.onUp && <Tool sign="↑" says={t.up} act={p.onUp} />}
        {p.onDown && <Tool sign="↓" says={t.down} act={p.onDown} />}
        {p.onRemove && <Tool sign="×" says={t.takeAway} act={p.onRemove} />}
      </span>
    </div>
  );
}

function Tool({ sign, says, act }: { sign: string; says: string; act: () => void }) {
  return (
    <button type="button" className="plain part-tool" title={says} aria-label={says} onClick={act}>
      {sign}
    </button>
  );
}

/** Problems where they belong, each with what to do about it. */
export function HeldProblems({
  problems,
  mend,
}: {
  problems: readonly Problem[];
  mend: (p: Problem) => void;
}) {
  if (problems.length === 0) return null;
  return (
    <ul className="held-problems">
      {problems.map((x) => (
        <li key={`${x.line}:${x.column}:${x.message}`} className={x.severity}>
          <b>{words.writing.severities[x.severity]}</b> {x.message}
          {x.remedy && <span className="soft"> · {x.remedy}</span>}
          {x.mends.length > 0 && (
            <button type="button" className="plain mend" onClick={() => mend(x)}>
              {words.writing.mendIt}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
