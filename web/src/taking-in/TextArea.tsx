import { type Ref, useRef } from "react";
import type { Recognition } from "../api";
import { words } from "../words";
import { DrawnText } from "./DrawnText";

/** Where drawing in would slow typing down. */
const MOST_DRAWN = 60_000;

/** The text as pasted, editable, with what was recognised drawn in behind the letters. */
export function TextArea({
  text,
  found,
  onChange,
  onPaste,
  onDown,
  box,
}: {
  text: string;
  found: Recognition | undefined;
  onChange: (text: string) => void;
  onPaste: () => void;
  onDown: () => void;
  box: Ref<HTMLTextAreaElement>;
}) {
  const behind = useRef<HTMLDivElement>(null);
  const drawn = text.length <= MOST_DRAWN;
  return (
    <div className="text-area mono">
      <div className="behind" ref={behind} aria-hidden="true">
        {drawn && <DrawnText text={text} found={found} />}
        {"\n"}
      </div>
      <textarea
        ref={box}
        className={drawn ? "over" : "over plain-text"}
        aria-label={words.takingIn.title}
        placeholder={words.takingIn.place}
        value={text}
        spellCheck={false}
        onChange={(e) => onChange(e.target.value)}
        onPaste={onPaste}
        onScroll={(e) => {
          if (behind.current) behind.current.scrollTop = e.currentTarget.scrollTop;
        }}
        onKeyDown={(e) => {
          const atEnd = e.currentTarget.selectionStart === text.length;
          if (
            (e.key === "ArrowDown" && atEnd) ||
            (e.key === "Enter" && (e.ctrlKey || !text.includes("\n")) && text.trim())
          ) {
            e.preventDefault();
            onDown();
          }
        }}
      />
    </div>
  );
}
