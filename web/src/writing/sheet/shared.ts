import type { Outline, OutlinePart, Problem } from "../../api";
import { words } from "../../words";
import type { Review } from "../review/useReview";
import type { RowDrag } from "./Row";
import type { Sheet } from "./useSheet";

const t = words.sheet;

/** What every part of a sheet is drawn with. */
export interface Shared {
  sheet: Sheet;
  outline: Outline;
  problems: readonly Problem[];
  drag: RowDrag;
  mend: (p: Problem) => void;
  /** Where a fix that nobody has written is written; null if there is one. */
  writeFix: (key: string) => string | null;
  review: Review;
  /** The revision that the text is of, for what is said about it; null while it is not saved. */
  saved: number | null;
}

export function labelOf(part: OutlinePart) {
  const item = part.kind === "item" ? t.items[part.keyword] : undefined;
  const plain = { words: "Words", command: "Command", step: "Step" }[part.kind as string] ?? part.keyword;
  const said = item ?? t.keywords[plain];
  return {
    label: said?.label || said?.add || part.keyword,
    help: said?.help ?? "",
  };
}
