import { markdown } from "@codemirror/lang-markdown";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { EditorView } from "@codemirror/view";
import { tags } from "@lezer/highlight";

/** Classes instead of colours: the cloth decides. */
const highlighting = HighlightStyle.define([
  { tag: tags.heading, class: "cm-head" },
  { tag: [tags.processingInstruction, tags.url, tags.contentSeparator], class: "cm-quiet" },
  { tag: tags.monospace, class: "cm-value" },
]);

/** How a document's source looks wherever it stands. */
export const sourceLook = (label: string) => [
  // a YAML head is no underlined heading
  markdown({ extensions: { remove: ["SetextHeading"] } }),
  syntaxHighlighting(highlighting),
  EditorView.lineWrapping,
  EditorView.contentAttributes.of({ "aria-label": label, tabindex: "0" }),
];
