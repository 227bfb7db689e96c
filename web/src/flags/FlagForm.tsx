import { useQueryClient } from "@tanstack/react-query";
import { Input, Segmented } from "antd";
import { useState } from "react";
import { useKept, useSay } from "../look";
import { words } from "../words";
import { flagStep } from "./api";
import "./flags.css";

const t = words.flags;
const KINDS = ["wrong", "unclear", "outdated"];

/** One key opened it: a word and Enter, and the author of the step hears of it. */
export function FlagForm(p: { n: number; fix: string; step: number; title: string; onLeave: () => void }) {
  const [kind, setKind] = useState("wrong");
  const [text, setText] = useKept(`flag.${p.n}.${p.fix}.${p.step}`, "");
  const client = useQueryClient();
  const say = useSay();
  const send = () =>
    flagStep(p.n, p.fix, p.step, kind, text.trim()).then(
      () => {
        setText("");
        say.done(t.sent);
        void client.invalidateQueries({ queryKey: ["case", p.n, "flags"] });
        p.onLeave();
      },
      (e: unknown) => say.failed(e),
    );
  const turn = (by: number) => {
    setKind(KINDS[(KINDS.indexOf(kind) + by + KINDS.length) % KINDS.length] ?? "wrong");
  };
  return (
    <div
      className="flag-form"
      role="group"
      aria-label={t.title(p.title)}
      onKeyDown={(e) => {
        if (e.key === "Escape") {
          e.stopPropagation();
          p.onLeave();
        }
      }}
    >
      <b>{t.title(p.title)}</b>
      <div className="flag-line">
        <Segmented
          aria-label={t.kindsLabel}
          value={kind}
          onChange={setKind}
          options={KINDS.map((value) => ({ value, label: t.kinds[value] }))}
        />
        <Input
          autoFocus
          aria-label={t.place}
          placeholder={t.place}
          maxLength={500}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onPressEnter={() => void send()}
          onKeyDown={(e) => {
            if (e.key !== "ArrowDown" && e.key !== "ArrowUp") return;
            e.preventDefault();
            turn(e.key === "ArrowDown" ? 1 : -1);
          }}
        />
      </div>
      <span className="soft">{t.hint}</span>
    </div>
  );
}
