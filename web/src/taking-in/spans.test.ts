import { expect, test } from "vitest";
import type { Recognition } from "../api";
import { drawnPieces } from "./spans";

const found = (over: Partial<Recognition>): Recognition => ({
  codes: [],
  candidates: [],
  firstAid: null,
  asks: [],
  secrets: [],
  micros: 1,
  ...over,
});

test("an unrecognised text is one plain piece", () => {
  expect(drawnPieces("abc", undefined)).toEqual([{ text: "abc", mark: "", note: "" }]);
  expect(drawnPieces("abc", found({}))).toEqual([{ text: "abc", mark: "", note: "" }]);
});

test("the pieces put together are the text, whatever overlaps", () => {
  const text = "no room in /var (PD-4012)";
  const pieces = drawnPieces(
    text,
    found({
      codes: [{ raw: "PD-4012", canonical: "PD-4012", kind: "symbolic", explained: "", span: [17, 24] }],
      candidates: [
        {
          error: "e",
          title: "E",
          probability: 0.9,
          band: "recognised",
          captures: {},
          called: {},
          reasons: [
            { kind: "code", text: "PD-4012", span: [17, 24] },
            { kind: "message", text: "no room in", span: [0, 10] },
            { kind: "value", text: "stage", span: [11, 15] },
            { kind: "message", text: "overlapping", span: [12, 20] },
            { kind: "message", text: "beyond the end", span: [20, 99] },
            { kind: "product", text: "fits", span: [] },
          ],
        },
      ],
    }),
  );
  expect(pieces.map((p) => p.text).join("")).toBe(text);
  expect(pieces.filter((p) => p.mark).map((p) => [p.mark, p.text, p.note])).toEqual([
    ["message", "no room in", ""],
    ["value", "/var", "stage"],
    ["code", "PD-4012", "PD-4012"],
  ]);
});
