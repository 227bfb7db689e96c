import { CompletionContext } from "@codemirror/autocomplete";
import { EditorState } from "@codemirror/state";
import { expect, test } from "vitest";
import { words } from "../words";
import { completionOf, keywordsIn, type Known, sectionOf } from "./completion";

const known: Known = {
  facts: [{ id: "worked_before", title: "Did it work before?" }],
  needs: [{ id: "local-admin", title: "Local administrator" }],
  products: [{ name: "Purserdesk" }],
  findFixes: (typed) => Promise.resolve([{ key: `${typed}-staging`, title: "Empty it" }]),
};

async function offered(kind: "error" | "fix", text: string) {
  const state = EditorState.create({ doc: text });
  return completionOf(kind, known)(new CompletionContext(state, text.length, true));
}

test("keywords are offered where they mean something, each with a line of help", async () => {
  const recognise = await offered("error", "## Recognise\n- Mes");
  expect(recognise?.options.map((o) => o.label)).toEqual(keywordsIn("error", "Recognise", false));
  expect(recognise?.options.every((o) => o.info)).toBe(true);
  expect(
    (await offered("error", "## Try\n1. [A](../fixes/a.md)\n   - W"))?.options.map((o) => o.label),
  ).toContain("When");
  expect((await offered("error", "## Try\n- W"))?.options).toEqual([]);
  expect((await offered("fix", "## Do it\n- Ca"))?.options.map((o) => o.label)).toContain("Capture before");
  expect((await offered("fix", "Why.\n- S"))?.options.map((o) => o.label)).toEqual(["Side effect"]);
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
