import { autocompletion } from "@codemirror/autocomplete";
import { type Diagnostic, setDiagnostics } from "@codemirror/lint";
import type { EditorView } from "@codemirror/view";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import CodeMirror, { type ReactCodeMirrorRef } from "@uiw/react-codemirror";
import { useEffect, useMemo, useRef } from "react";
import type { Outline, Problem } from "../api";
import { wordsQuery } from "../frame";
import { words } from "../words";
import { findQuery } from "./api";
import { completionOf, outlineField, setOutline } from "./completion";
import { sourceLook } from "./editing";

/** Offsets of problems in a text; one that lies beyond the end is drawn at the end. */
function diagnostics(view: EditorView, problems: Problem[]): Diagnostic[] {
  return problems.map((p) => {
    const line = view.state.doc.line(Math.min(p.line, view.state.doc.lines));
    const from = Math.min(line.from + p.column - 1, line.to);
    return {
      from,
      to: Math.max(line.to, from),
      severity: p.severity === "error" ? "error" : p.severity === "warning" ? "warning" : "hint",
      message: p.remedy ? `${p.message} — ${p.remedy}` : p.message,
    };
  });
}

/** The source of a document, problems underlined. A page of its own to load: nobody but authors needs it. */
export default function SourceEditor(p: {
  text: string;
  problems: Problem[];
  goTo: { line: number; column: number } | null;
  outline: Outline | undefined;
  onChange: (text: string) => void;
}) {
  const editor = useRef<ReactCodeMirrorRef>(null);
  const client = useQueryClient();
  const { data: vocabulary } = useQuery(wordsQuery);
  const extensions = useMemo(
    () => [
      ...sourceLook(words.writing.source),
      outlineField,
      autocompletion({
        override: [
          completionOf({
            facts: vocabulary?.facts ?? [],
            needs: vocabulary?.needs ?? [],
            products: vocabulary?.products ?? [],
            findFixes: (typed) => client.fetchQuery(findQuery("fixes", typed.replaceAll("-", " "))),
          }),
        ],
      }),
    ],
    [vocabulary, client],
  );
  useEffect(() => {
    const view = editor.current?.view;
    if (view) view.dispatch(setDiagnostics(view.state, diagnostics(view, p.problems)));
  }, [p.problems, p.text]);
  useEffect(() => {
    if (p.outline) editor.current?.view?.dispatch({ effects: setOutline.of(p.outline) });
  }, [p.outline]);
  useEffect(() => {
    const view = editor.current?.view;
    if (!view || !p.goTo) return;
    const line = view.state.doc.line(Math.min(p.goTo.line, view.state.doc.lines));
    const at = Math.min(line.from + p.goTo.column - 1, line.to);
    view.dispatch({ selection: { anchor: at }, scrollIntoView: true });
    view.focus();
  }, [p.goTo]);
  return (
    <CodeMirror
      ref={editor}
      className="source"
      theme="none"
      value={p.text}
      extensions={extensions}
      basicSetup={{
        foldGutter: false,
        autocompletion: false,
        syntaxHighlighting: false,
        // undo goes over the sheet too, so the page has it
        history: false,
        historyKeymap: false,
      }}
      onChange={p.onChange}
    />
  );
}
