/** Small things every place uses. */
import { App, Button, Skeleton } from "antd";
import MarkdownIt from "markdown-it";
import { type ReactNode, useMemo } from "react";
import { HttpError, type Command, type Piece } from "../api";
import { words } from "../words";

/** A key to press, drawn as one. */
export function Key({ k }: { k: string }) {
  return <kbd className="key">{k}</kbd>;
}

/** A button that a key presses too. */
export function KeyButton(p: {
  /** Empty while the key means something else. */
  k: string;
  children: ReactNode;
  onPress: () => void;
  strong?: boolean;
  disabled?: boolean;
  hint?: string;
}) {
  return (
    <button
      type="button"
      className={p.strong ? "key-button strong" : "key-button"}
      onClick={p.onPress}
      disabled={p.disabled}
      title={p.hint}
    >
      {p.k !== "" && <Key k={p.k} />} <span>{p.children}</span>
    </button>
  );
}

// raw HTML is shown as text, and links lead only within the library
const markdown = new MarkdownIt({ html: false, linkify: false, typographer: false }).disable(["image"]);

/** Prose of a document. */
export function Prose({ text }: { text: string }) {
  const html = useMemo(() => {
    const rendered = markdown.render(text);
    return rendered
      .replace(/href="(?:\.\.\/)?(errors|fixes)\/([a-z0-9-]+)\.md"/g, 'href="/library/$1/$2"')
      .replace(/href="([a-z0-9-]+)\.md"/g, 'href="/library/errors/$1"');
  }, [text]);
  return text.trim() === "" ? null : <div className="prose" dangerouslySetInnerHTML={{ __html: html }} />;
}

/** Longer words must break somewhere, or a narrow page grows wider. */
const LONGEST_UNBROKEN = 28;

/** The text with its words in one piece each: a line never breaks behind the dashes of an option. */
function unbroken(text: string): ReactNode[] {
  return text.split(/(\s+)/).map((word, i) =>
    word.includes("-") && word.length <= LONGEST_UNBROKEN ? (
      <span key={i} className="unbroken">
        {word}
      </span>
    ) : (
      word
    ),
  );
}

/** A command as it was typed; a line never breaks behind the dashes of an option. */
export function TypedCommand({ text }: { text: string }) {
  return <code className="mono">{unbroken(text)}</code>;
}

/** A command with this case's values; what is missing is a visible blank. */
export function CommandText({ pieces, onBlank }: { pieces: Piece[]; onBlank?: (name: string) => void }) {
  return (
    <code>
      {pieces.map((p, i) => {
        if (p.kind === "literal") return <span key={i}>{unbroken(p.text)}</span>;
        if (p.kind === "filled")
          return (
            <span key={i} className="filled" title={`${p.title}: ${words.case.filled}`}>
              {p.text}
            </span>
          );
        return (
          <button
            key={i}
            type="button"
            className="blank"
            title={p.kind === "refused" ? `${words.case.refused}: ${p.note}` : words.case.blank(p.title)}
            onClick={() => onBlank?.(p.name)}
          >
            {p.title}
          </button>
        );
      })}
    </code>
  );
}

/** The text of a command to copy; null while a value is missing or refused. */
export function plainCommand(command: Command): string | null {
  if (command.pieces.some((p) => p.kind === "blank" || p.kind === "refused")) return null;
  return command.pieces.map((p) => p.text).join("");
}

/** The first value that a command waits for. */
export function missingValue(command: Command): Piece | null {
  return command.pieces.find((p) => p.kind === "blank" || p.kind === "refused") ?? null;
}

/** Brings what asks for an answer onto the screen; for `ref`. */
export function intoView(e: HTMLElement | null): void {
  // where there is no screen there is nothing to scroll
  if (e && "scrollIntoView" in e) e.scrollIntoView({ block: "nearest" });
}

/** A time as people say it, exactly on hover. */
export function Ago({ at, now }: { at: string; now: number }) {
  const then = new Date(at);
  return (
    <time dateTime={at} title={then.toLocaleString(words.lang)}>
      {words.common.ago((now - then.getTime()) / 60_000)}
    </time>
  );
}

/** What went wrong, and a way to try again. */
export function Failed({ error, again }: { error: Error; again?: () => void }) {
  return (
    <div className="failed" role="alert">
      <p>{error.message}</p>
      {again && <Button onClick={again}>{words.common.retry}</Button>}
    </div>
  );
}

/** Where something will stand in a moment. */
export function Coming() {
  return (
    <div className="coming" role="status" aria-label={words.common.loading}>
      <Skeleton active paragraph={{ rows: 6 }} />
    </div>
  );
}

/** How far something long is, with a sentence that says so. */
export function Progress({ percent, says }: { percent: number; says: string }) {
  return (
    <div className="progressing" role="status">
      <progress max={100} value={percent} aria-label={says} />
      <p className="soft">{says}</p>
    </div>
  );
}

/** Says something in passing; errors in the server's words. */
export function useSay() {
  const { message } = App.useApp();
  return useMemo(
    () => ({
      done: (text: ReactNode) => void message.open({ type: "success", content: text, icon: <span /> }),
      failed: (e: unknown) =>
        void message.open({
          type: "error",
          icon: <span />,
          duration: 8,
          content: e instanceof HttpError || e instanceof Error ? e.message : String(e),
        }),
    }),
    [message],
  );
}
