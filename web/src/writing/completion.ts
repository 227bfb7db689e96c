/** What may come next in the source of a document: keywords where they mean something, types of values, fixes, facts. */
import type { Completion, CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { StateEffect, StateField } from "@codemirror/state";
import type { Outline } from "../api";
import { words } from "../words";
import { valueOf } from "./sheet/parts";

const t = words.sheet;

/** What can be completed that stands in the library. */
export interface Known {
  facts: { id: string; title: string }[];
  needs: { id: string; title: string }[];
  products: { name: string }[];
  findFixes: (typed: string) => Promise<{ key: string; title: string }[]>;
}

/** What is no keyword among what may be added. */
const NO_KEYWORDS = new Set(["Words", "Command", "Item", "Step"]);

/**
 * The keywords that may stand in a section or a step, as the document's parts offer them; `indented` ones stand under an item of its list.
 * A step that is not among the parts yet takes what any step takes.
 */
export function keywordsIn(outline: Outline | undefined, section: string, indented: boolean): string[] {
  const parts = outline?.parts ?? [];
  const here =
    parts.find((p) => (p.kind === "step" ? valueOf(p, "title") : p.keyword) === section) ??
    parts.findLast((p) => p.kind === "step" && p.fields.length > 0);
  const offers = indented ? here?.below.findLast((b) => b.kind === "item")?.offers : here?.offers;
  return (offers ?? []).map((o) => o.what).filter((w) => !NO_KEYWORDS.has(w));
}

/** The title of the section that this line is in; empty before the first. */
export function sectionOf(lines: readonly string[], line: number): string {
  for (let i = line - 1; i >= 0; i--) {
    const m = /^##\s+(.*?)\s*#*$/.exec(lines[i] ?? "");
    if (m) return m[1] ?? "";
  }
  return "";
}

const keyword = (k: string): Completion => ({
  label: k,
  apply: t.keywords[k]?.label === "last resort" ? k : `${k}: `,
  detail: t.keywords[k]?.label,
  info: t.keywords[k]?.help,
});

/** The document's parts as they were known last, held by the editor: they come later than what is typed. */
export const setOutline = StateEffect.define<Outline>();
export const outlineField = StateField.define<Outline | undefined>({
  create: () => undefined,
  update: (held, change) => change.effects.find((e) => e.is(setOutline))?.value ?? held,
});

export function completionOf(known: Known) {
  return async (context: CompletionContext): Promise<CompletionResult | null> => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const bullet = /^(\s*)-\s+([\p{L} ]*)$/u.exec(before);
    if (bullet) {
      const lines = context.state.doc.toString().split(/\r?\n/);
      const options = keywordsIn(
        context.state.field(outlineField, false),
        sectionOf(lines, line.number - 1),
        (bullet[1] ?? "") !== "",
      );
      return { from: context.pos - (bullet[2] ?? "").length, options: options.map(keyword) };
    }
    const type = /\{[\w.-]+:(\w*)$/.exec(before);
    if (type) {
      return {
        from: context.pos - (type[1] ?? "").length,
        options: Object.entries(t.proposing.types).map(([label, detail]) => ({
          label,
          detail,
          type: "type",
        })),
      };
    }
    const link = /\]\((?:\.\.\/fixes\/)?([a-z0-9-]*)$/.exec(before);
    if (link) {
      const found = await known.findFixes(link[1] ?? "");
      return {
        from: context.pos - (link[1] ?? "").length,
        options: found.map((f) => ({
          label: f.key,
          detail: f.title,
          apply: `${/fixes\/[a-z0-9-]*$/.test(before) ? "" : "../fixes/"}${f.key}.md)`,
        })),
        filter: false,
      };
    }
    const head = /^(needs|leaves|products|tells):.*?([\p{L}\d.-]*)$/u.exec(before);
    if (head) {
      const options =
        { needs: known.needs, leaves: known.needs, tells: known.facts, products: [] }[head[1] ?? ""] ?? [];
      const all =
        head[1] === "products"
          ? known.products.map((p) => ({ label: p.name }))
          : options.map((o) => ({ label: o.id, detail: o.title }));
      return { from: context.pos - (head[2] ?? "").length, options: all };
    }
    const condition = /^\s*- (?:When|Only if|Must|Check|Sets):[^`]*`[^`]*?([\w.]*)$/.exec(before);
    if (condition) {
      return {
        from: context.pos - (condition[1] ?? "").length,
        options: known.facts.map((f) => ({ label: f.id, detail: f.title })),
      };
    }
    return null;
  };
}
