/** What was recognised, as pieces of the text that follow each other without overlap. */
import type { Recognition } from "../api";
import { words } from "../words";

export type Mark = "code" | "message" | "value" | "secret" | "";

export interface DrawnPiece {
  text: string;
  mark: Mark;
  /** What the piece is: a code's explanation or a value's name. */
  note: string;
}

interface Span {
  from: number;
  to: number;
  mark: Mark;
  note: string;
}

function spansOf(found: Recognition): Span[] {
  const spans: Span[] = found.codes.map((c) => ({
    from: c.span[0] ?? 0,
    to: c.span[1] ?? 0,
    mark: "code",
    note: c.explained || c.canonical,
  }));
  const first = found.candidates[0];
  for (const reason of first?.reasons ?? []) {
    const [from, to] = reason.span;
    if (from === undefined || to === undefined || reason.kind === "code") continue;
    if (reason.kind === "message" && !/[\p{L}\p{N}]/u.test(reason.text)) continue;
    const mark: Mark = reason.kind === "value" ? "value" : "message";
    const called = first?.called[reason.text] ?? words.common.nameInWords(reason.text);
    spans.push({ from, to, mark, note: mark === "value" ? called : "" });
  }
  for (const secret of found.secrets) {
    spans.push({ from: secret.span[0] ?? 0, to: secret.span[1] ?? 0, mark: "secret", note: secret.kind });
  }
  return spans.filter((s) => s.to > s.from);
}

/** Cuts a text at what was recognised in it; a secret is drawn before anything else; else where two overlap the one that begins first, then the code. */
export function drawnPieces(text: string, found: Recognition | undefined): DrawnPiece[] {
  if (!found) return [{ text, mark: "", note: "" }];
  const rank = (m: Mark) => (m === "code" ? 0 : 1);
  const all = spansOf(found);
  const secrets = all.filter((s) => s.mark === "secret");
  const spans = all
    .filter((s) => s.to <= text.length)
    .filter((s) => s.mark === "secret" || !secrets.some((x) => x.from < s.to && s.from < x.to))
    .sort((a, b) => a.from - b.from || rank(a.mark) - rank(b.mark));
  const pieces: DrawnPiece[] = [];
  let at = 0;
  for (const s of spans) {
    if (s.from < at) continue;
    if (s.from > at) pieces.push({ text: text.slice(at, s.from), mark: "", note: "" });
    pieces.push({ text: text.slice(s.from, s.to), mark: s.mark, note: s.note });
    at = s.to;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), mark: "", note: "" });
  return pieces;
}
