import { EditorView } from "@codemirror/view";
import CodeMirror from "@uiw/react-codemirror";
import { useMemo } from "react";

/** A text with the numbers of its lines. */
export default function PlainEditor(p: { label: string; text: string; onChange: (text: string) => void }) {
  const { label } = p;
  const extensions = useMemo(
    () => [EditorView.lineWrapping, EditorView.contentAttributes.of({ "aria-label": label, tabindex: "0" })],
    [label],
  );
  return (
    <CodeMirror
      className="source"
      theme="none"
      value={p.text}
      extensions={extensions}
      basicSetup={{ foldGutter: false, autocompletion: false, syntaxHighlighting: false }}
      onChange={p.onChange}
    />
  );
}
