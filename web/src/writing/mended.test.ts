import { expect, test } from "vitest";
import type { Problem } from "../api";
import { mended } from "./mended";
import { additionsOf, nameOf, templateOf, withToken } from "./sheet/proposal";
import { keyOf, whereNow } from "./sheet/parts";

const problem = (line: number, column: number, length: number, text: string): Problem => ({
  severity: "warning",
  line,
  column,
  message: "m",
  remedy: "",
  mends: [{ line, column, length, text }],
});

test("a mend replaces a word or takes a whole line, whatever the line ends are", () => {
  expect(mended("a\r\n- Cuation: b\r\nc", problem(2, 3, 7, "Caution"))).toBe("a\r\n- Caution: b\r\nc");
  expect(mended("a\nb\nc", problem(2, 1, -1, ""))).toBe("a\nc");
  expect(mended("a\nb", problem(2, 1, -1, ""))).toBe("a\n");
  expect(mended("a", { ...problem(1, 1, 1, "b"), mends: [] })).toBe("a");
  expect(mended("a", problem(9, 1, 1, "b"))).toBe("a");
});

test("a pasted text becomes codes, a message and a sample; pressed words change sides", () => {
  const word = (text: string, more = {}) => ({
    text,
    varies: false,
    code: false,
    name: "n",
    type: "word",
    ...more,
  });
  const blank = { text: " {", varies: false, code: false, name: "", type: "" };
  const lines = [
    {
      tells: true,
      tokens: [word("PD-1", { code: true }), blank, word("com3", { varies: true, name: "port" })],
    },
  ];
  expect(templateOf(lines[0]?.tokens ?? [])).toBe("PD-1 {{{port:word}");
  // nothing but a code and a value says nothing as a message
  expect(additionsOf("PD-1 com3\n", lines).map((a) => a.what)).toEqual(["Code", "Sample"]);
  const pressed = withToken(lines, 0, 2, { varies: false });
  expect(additionsOf("PD-1 com3", pressed)).toContainEqual({
    what: "Message",
    fields: { template: ["PD-1 {{com3"] },
  });
  expect(nameOf("Größe 2!")).toBe("gr_e_2_");
});

test("a title becomes a file name, and a part is found again where it went", () => {
  expect(keyOf("Größe: the scale doesn’t answer!")).toBe("grosse-the-scale-doesnt-answer");
  const part = (text: string) => ({
    kind: "clause" as const,
    keyword: "Expect",
    fields: [{ name: "text", shape: "line" as const, values: [text], choices: [] }],
    below: [],
    offers: [],
    moves: true,
    line: 1,
    end: 1,
  });
  const step = { ...part("s"), below: [part("a"), part("b")] };
  const outline = { head: [], parts: [step], offers: [] };
  expect(whereNow(outline, [0, 0], part("b"))).toEqual([0, 1]);
  expect(whereNow(outline, [0, 0], part("a"))).toEqual([0, 0]);
  expect(whereNow(outline, [0, 0], part("gone"))).toBeNull();
});
