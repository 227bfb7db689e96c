import { Button } from "antd";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Outline, OutlineField } from "../../api";
import { words } from "../../words";
import { FieldInput, FixInput } from "./FieldInput";
import { changed, isEmpty, type Typed, typedOf } from "./parts";

const t = words.sheet;
const PAUSE_MS = 800;

/** What came of writing what was typed into the document. */
export type Taken = { refused: string; offline: boolean } | null;

/**
 * A part while it is written: a box for each of its places. What is typed goes into the document at each pause, and when one leaves.
 *
 * @param write puts these places into the document; null if that was done
 */
export function PartForm(p: {
  label: string;
  /** The keyword whose places these are; for those that are called otherwise there. */
  keyword?: string;
  help: string;
  fields: OutlineField[];
  outline: Outline;
  write: (typed: Typed, changed: string[]) => Promise<Taken>;
  onClose: (byKey: boolean) => void;
  onRemove?: () => void;
  /** What is still there when all its places are empty. */
  mayBeEmpty?: boolean;
  beside?: (take: (typed: Typed) => void) => ReactNode;
}) {
  const [typed, setTyped] = useState<Typed>(() => typedOf(p.fields));
  const begun = useRef(typed);
  const written = useRef(typed);
  const [taken, setTaken] = useState<Taken>(null);
  const box = useRef<HTMLDivElement>(null);
  const leaving = useRef(false);
  const turn = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    const at = box.current?.querySelector<HTMLElement>("input, textarea");
    at?.focus();
    if (at instanceof HTMLTextAreaElement) at.setSelectionRange(at.value.length, at.value.length);
  }, []);

  const gone = (now: Typed) => !p.mayBeEmpty && isEmpty(now);

  /** One after the other: what is added must be there before it is changed, or it would be added twice. */
  const put = (next: Typed): Promise<Taken> => {
    const mine = turn.current.then(async () => {
      const names = changed(written.current, next);
      if (names.length === 0) return null;
      const came = await p.write(next, names);
      if (came === null) written.current = next;
      return came;
    });
    turn.current = mine;
    return mine;
  };
  useEffect(() => {
    if (changed(written.current, typed).length === 0 || gone(typed)) return;
    const timer = setTimeout(
      () => {
        // half a thing may be refused while it is typed; only a missing line is told
        void put(typed).then((came) => setTaken(came?.offline ? came : null));
      },
      taken?.offline ? PAUSE_MS * 5 : PAUSE_MS,
    );
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [typed, taken]);

  const leave = async (next: Typed, byKey = true) => {
    if (leaving.current) return;
    leaving.current = true;
    const empty = gone(next);
    if (empty && !isEmpty(written.current)) p.onRemove?.();
    const came = empty ? null : await put(next);
    leaving.current = false;
    setTaken(came);
    if (came === null) p.onClose(byKey);
  };
  const revert = () => {
    setTyped(begun.current);
    if (gone(begun.current)) {
      if (!isEmpty(written.current)) p.onRemove?.();
      p.onClose(true);
    } else void leave(begun.current);
  };
  const linked = p.fields.some((f) => f.name === "fix");
  const called = (name: string) => t.fields[`${p.keyword ?? ""}.${name}`] ?? t.fields[name] ?? name;
  const shown = p.fields.filter((f) => !linked || (f.name !== "fix" && f.name !== "title"));
  return (
    <div
      ref={box}
      className="part-form"
      role="group"
      aria-label={p.label}
      onKeyDown={(e) => {
        if (e.key !== "Escape" || e.defaultPrevented) return;
        e.stopPropagation();
        revert();
      }}
      onBlur={(e) => {
        const to = e.relatedTarget as HTMLElement | null;
        // a list that opened out of a box lies elsewhere in the page
        if (box.current?.contains(to) || to?.closest(".ant-select-dropdown") || to === null) return;
        void leave(typed, false);
      }}
    >
      {linked && (
        <FixInput
          autoFocus
          fix={typed.fix?.[0] ?? ""}
          title={typed.title?.[0] ?? ""}
          onChoose={(fix, title) => {
            const next = { ...typed, fix: [fix], title: [title] };
            setTyped(next);
            if (shown.length === 0) void leave(next);
          }}
        />
      )}
      {shown.map((f) => (
        <label key={f.name} className={`part-field shape-${f.shape}`}>
          {shown.length > 1 && <span className="label">{called(f.name)}</span>}
          <FieldInput
            field={f}
            label={shown.length > 1 ? `${p.label}: ${called(f.name)}` : p.label}
            values={typed[f.name] ?? []}
            outline={p.outline}
            onChange={(values) => setTyped((now) => ({ ...now, [f.name]: values }))}
            onDone={() => void leave(typed)}
          />
        </label>
      ))}
      {p.beside?.(setTyped)}
      {taken && (
        <p className="refused" role="alert">
          {taken.offline ? t.offline : taken.refused}
        </p>
      )}
      <div className="part-form-foot">
        <Button size="small" type="primary" onClick={() => void leave(typed)}>
          {t.done}
        </Button>
        {p.onRemove && (
          <button
            type="button"
            className="plain"
            onClick={() => {
              p.onRemove?.();
              p.onClose(false);
            }}
          >
            {t.takeAway}
          </button>
        )}
        <span className="soft">{p.help}</span>
      </div>
    </div>
  );
}
