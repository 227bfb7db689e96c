import { CompletionContext } from "@codemirror/autocomplete";
import { EditorState } from "@codemirror/state";
import { expect, test } from "vitest";
import type { Outline, OutlinePart } from "../api";
import { words } from "../words";
import { completionOf, keywordsIn, type Known, outlineField, sectionOf } from "./completion";

const offers = (...what: string[]) => what.map((w) => ({ what: w, fields: [] }));
const part = (
  kind: OutlinePart["kind"],
  keyword: string,
  title: string,
  more: Partial<OutlinePart>,
): OutlinePart => ({
  kind,
  keyword,
  fields: title ? [{ name: "title", shape: "line", values: [title], choices: [] }] : [],
  below: [],
  offers: [],
  moves: true,
  line: 1,
  end: 1,
  ...more,
});
const error: Outline = {
  head: [],
  offers: [],
  parts: [
    part("section", "", "", { offers: offers("Words") }),
    part("section", "Recognise", "", { offers: offers("Code", "Message") }),
    part("section", "Try", "", {
      offers: offers("Item"),
      below: [part("item", "Try", "A", { offers: offers("When", "With") })],
    }),
  ],
};
const fix: Outline = {
  head: [],
  offers: offers("Step"),
  parts: [
    part("step", "", "", { offers: offers("Words", "Side effect") }),
    part("step", "", "Do it", { offers: offers("Words", "Command", "Capture before", "Expect") }),
  ],
};
const known: Known = {
  facts: [{ id: "worked_before", title: "Did it work before?" }],
  needs: [{ id: "local-admin", title: "Local administrator" }],
  products: [{ name: "Purserdesk" }],
  findFixes: (typed) => Promise.resolve([{ key: `${typed}-staging`, title: "Empty it" }]),
};

async function offered(kind: "error" | "fix", text: string) {
  const held = outlineField.init(() => (kind === "fix" ? fix : error));
  const state = EditorState.create({ doc: text, extensions: [held] });
  return completionOf(known)(new CompletionContext(state, text.length, true));
}
const labels = async (kind: "error" | "fix", text: string) =>
  (await offered(kind, text))?.options.map((o) => o.label);

test("keywords are offered where they mean something, each with a line of help", async () => {
  expect(await labels("error", "## Recognise\n- Mes")).toEqual(["Code", "Message"]);
  expect((await offered("error", "## Recognise\n- Mes"))?.options.every((o) => o.info)).toBe(true);
  expect(await labels("error", "## Try\n1. [A](../fixes/a.md)\n   - W")).toEqual(["When", "With"]);
  expect(await labels("error", "## Try\n- W")).toEqual([]);
  expect(await labels("fix", "## Do it\n- Ca")).toEqual(["Capture before", "Expect"]);
  // a step that was just begun takes what any step takes
  expect(await labels("fix", "## And then\n- Ca")).toEqual(["Capture before", "Expect"]);
  expect(await labels("fix", "Why.\n- S")).toEqual(["Side effect"]);
  expect(keywordsIn(undefined, "Try", true)).toEqual([]);
});

test("types, fixes, facts and needs are offered where they stand", async () => {
  expect((await offered("fix", "- Capture: `free {free:si"))?.options).toHaveLength(
    Object.keys(words.sheet.proposing.types).length,
  );
  expect((await offered("error", "1. [A](empty"))?.options[0]).toMatchObject({
    label: "empty-staging",
    apply: "../fixes/empty-staging.md)",
  });
  expect((await offered("error", "1. [A](../fixes/empty"))?.options[0]?.apply).toBe("empty-staging.md)");
  expect((await offered("fix", "needs: [loc"))?.options[0]?.label).toBe("local-admin");
  expect((await offered("error", "products: [Pur"))?.options[0]?.label).toBe("Purserdesk");
  expect((await offered("fix", "- When: `wor"))?.options[0]?.label).toBe("worked_before");
  expect(await offered("fix", "plain words")).toBeNull();
});

test("a section reaches to the next heading", () => {
  const lines = ["---", "---", "Why.", "## One", "a", "## Two ##", "b"];
  expect(sectionOf(lines, 2)).toBe("");
  expect(sectionOf(lines, 4)).toBe("One");
  expect(sectionOf(lines, 6)).toBe("Two");
});
