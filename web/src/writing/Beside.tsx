import { MergeView } from "@codemirror/merge";
import { EditorState } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { useEffect, useRef } from "react";
import { words } from "../words";
import { sourceLook } from "./editing";
import "./writing.css";

const t = words.writing.revisions;

/**
 * Two texts side by side, with what differs marked and what does not folded. With {@code onRight} the right one can be written in, and each
 * difference is taken over from the left by its arrow.
 */
export default function Beside(p: {
  left: string;
  leftTitle: string;
  right: string;
  rightTitle: string;
  onRight?: (text: string) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const told = useRef(p.onRight);
  useEffect(() => {
    told.current = p.onRight;
  });
  const { left, right, leftTitle, rightTitle } = p;
  const writes = p.onRight !== undefined;
  useEffect(() => {
    if (!place.current) return;
    const view = new MergeView({
      parent: place.current,
      a: {
        doc: left,
        extensions: [sourceLook(leftTitle), EditorState.readOnly.of(true), EditorView.editable.of(false)],
      },
      b: {
        doc: right,
        extensions: [
          sourceLook(rightTitle),
          writes
            ? EditorView.updateListener.of((u) => {
                if (u.docChanged) told.current?.(u.state.doc.toString());
              })
            : [EditorState.readOnly.of(true), EditorView.editable.of(false)],
        ],
      },
      gutter: true,
      highlightChanges: true,
      collapseUnchanged: { margin: 3, minSize: 8 },
      ...(writes && {
        revertControls: "a-to-b" as const,
        renderRevertControl: () => {
          const take = document.createElement("button");
          take.type = "button";
          take.className = "take-over";
          take.title = t.takeOver;
          take.setAttribute("aria-label", t.takeOver);
          take.textContent = "→";
          return take;
        },
      }),
    });
    return () => view.destroy();
  }, [left, leftTitle, right, rightTitle, writes]);
  return (
    <div className={writes ? "beside-texts writes" : "beside-texts"}>
      <div className="beside-titles">
        <b>{leftTitle}</b>
        <b>{rightTitle}</b>
      </div>
      <div ref={place} className="source" />
    </div>
  );
}
