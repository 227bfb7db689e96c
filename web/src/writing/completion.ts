/** What may come next in the source of a document: keywords where they mean something, types of values, fixes, facts. */
import type { Completion, CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { words } from "../words";

const t = words.sheet;

/** What can be completed that stands in the library. */
export interface Known {
  facts: { id: string; title: string }[];
  needs: { id: string; title: string }[];
  products: { name: string }[];
  findFixes: (typed: string) => Promise<{ key: string; title: string }[]>;
}

const UNDER_ITEMS: Record<string, string[]> = {
  Ask: ["Sets", "Choices", "Minutes", "Run", "Capture", "Capture every"],
  Try: ["With", "When", "After", "Together", "Last resort"],
  Verify: ["Required", "Otherwise"],
};
const RECOGNISE = ["Code", "Message", "Supporting", "Symptom", "Sample", "Not to be confused with"];
const STEP = Object.keys(t.keywords).filter(
  (k) =>
    !RECOGNISE.includes(k) &&
    !["Sets", "Choices", "Run", "After", "Together", "Last resort", "Required", "Otherwise"].includes(k) &&
    !["Side effect", "Words", "Command", "Item", "Step"].includes(k),
);

/** The keywords that mean something in a section; `indented` ones stand under an item of its list. */
export function keywordsIn(kind: "error" | "fix", section: string, indented: boolean): string[] {
  if (kind === "fix") return section === "" ? ["Side effect"] : STEP;
  if (section === "Recognise") return RECOGNISE;
  return indented ? (UNDER_ITEMS[section] ?? []) : [];
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

export function completionOf(kind: "error" | "fix", known: Known) {
  return async (context: CompletionContext): Promise<CompletionResult | null> => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const bullet = /^(\s*)-\s+([\p{L} ]*)$/u.exec(before);
    if (bullet) {
      const lines = context.state.doc.toString().split(/\r?\n/);
      const options = keywordsIn(kind, sectionOf(lines, line.number - 1), (bullet[1] ?? "") !== "");
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
