import { useMemo } from "react";
import type { Recognition } from "../api";
import { drawnPieces } from "./spans";

/** A text with what was recognised drawn into it, by the shape of its underline. */
export function DrawnText({ text, found }: { text: string; found: Recognition | undefined }) {
  const pieces = useMemo(() => drawnPieces(text, found), [text, found]);
  return (
    <>
      {pieces.map((p, i) =>
        p.mark === "" ? (
          p.text
        ) : (
          <span key={i} className={`drawn-${p.mark}`} title={p.note || undefined}>
            {p.text}
          </span>
        ),
      )}
    </>
  );
}
