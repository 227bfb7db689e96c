import { Input, Select } from "antd";
import { useEffect, useState } from "react";
import type { ProposalLine } from "../../api";
import { words } from "../../words";
import { propose } from "../api";
import "./sheet.css";
import { type Addition, additionsOf, canVary, nameOf, withToken } from "./proposal";

const t = words.sheet.proposing;
const PAUSE_MS = 300;

/** A text from a screen, and what is made of it: each word can be pressed to become a value, or to stay as it is. */
export function Proposing(p: {
  autoFocus?: boolean;
  text: string;
  onText: (text: string) => void;
  onChange: (made: Addition[]) => void;
}) {
  const { text } = p;
  const [lines, setLines] = useState<ProposalLine[]>([]);
  const { onChange } = p;
  const show = (next: ProposalLine[], of: string) => {
    setLines(next);
    onChange(additionsOf(of, next));
  };
  useEffect(() => {
    const stop = new AbortController();
    const timer = setTimeout(() => {
      if (text.trim() === "") {
        setLines([]);
        onChange([]);
        return;
      }
      propose(text, stop.signal)
        .then((next) => {
          setLines(next);
          onChange(additionsOf(text, next));
        })
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [text, onChange]);
  return (
    <div className="proposing">
      <label>
        <span className="label">{t.said}</span>
        <Input.TextArea
          autoFocus={p.autoFocus}
          aria-label={t.said}
          className="mono"
          autoSize={{ minRows: 2, maxRows: 10 }}
          maxLength={8000}
          value={text}
          placeholder={t.paste}
          onChange={(e) => p.onText(e.target.value)}
        />
      </label>
      {lines.length > 0 && <p className="soft">{t.press}</p>}
      {lines.map((l, i) => (
        <div key={i} className={l.tells ? "said-line" : "said-line left-out"}>
          {lines.length > 1 && (
            <input
              type="checkbox"
              aria-label={t.useLine(i + 1)}
              checked={l.tells}
              onChange={(e) =>
                show(
                  lines.map((x, k) => (k === i ? { ...x, tells: e.target.checked } : x)),
                  text,
                )
              }
            />
          )}
          <span className="mono">
            {l.tokens.map((w, k) =>
              canVary(w) ? (
                <button
                  key={k}
                  type="button"
                  aria-pressed={w.varies}
                  className={w.varies ? "said-word varies" : w.code ? "said-word code" : "said-word"}
                  title={w.varies ? t.value(w.name, w.type) : t.stays}
                  onClick={() => show(withToken(lines, i, k, { varies: !w.varies }), text)}
                >
                  {w.text}
                </button>
              ) : (
                <span key={k}>{w.text}</span>
              ),
            )}
          </span>
        </div>
      ))}
      <ul className="said-values">
        {lines.flatMap((l, i) =>
          !l.tells
            ? []
            : l.tokens.flatMap((w, k) =>
                !w.varies
                  ? []
                  : [
                      <li key={`${i}.${k}`}>
                        <span className="mono">{w.text}</span> {t.isA}{" "}
                        <Input
                          size="small"
                          aria-label={t.nameOf(w.text)}
                          value={w.name}
                          onChange={(e) =>
                            show(withToken(lines, i, k, { name: nameOf(e.target.value) }), text)
                          }
                        />
                        <Select
                          size="small"
                          aria-label={t.typeOf(w.text)}
                          value={w.type}
                          onChange={(type: string) => show(withToken(lines, i, k, { type }), text)}
                          options={Object.entries(t.types).map(([value, label]) => ({ value, label }))}
                        />
                      </li>,
                    ],
              ),
        )}
      </ul>
    </div>
  );
}
