import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { Link } from "react-router";
import type { Flag } from "../api";
import { useKept, useSay } from "../look";
import { words } from "../words";
import { answerFlag, flagsOfFixQuery } from "./api";
import "./flags.css";

const t = words.flags;

/** What those who worked a fix said of its steps, with what the step printed there, to be answered. */
export function FlagsOfFix({ fix, onLine }: { fix: string; onLine: (line: number) => void }) {
  const { data } = useQuery(flagsOfFixQuery(fix));
  if (!data || data.flags.length === 0) return null;
  return (
    <div className="flags-of-fix">
      <h2>
        {t.ofFix} <span className="count">{data.total}</span>
      </h2>
      {data.flags.map((f) => (
        <Answering key={f.id} flag={f} onLine={onLine} />
      ))}
    </div>
  );
}

function Answering({ flag: f, onLine }: { flag: Flag; onLine: (line: number) => void }) {
  const [text, setText] = useKept(`flag-answer.${f.id}`, "");
  const client = useQueryClient();
  const say = useSay();
  const answer = (mended: boolean) =>
    answerFlag(f.id, text.trim(), mended).then(
      () => {
        setText("");
        void client.invalidateQueries({ queryKey: ["flags"] });
        void client.invalidateQueries({ queryKey: ["upkeep"] });
      },
      (e: unknown) => say.failed(e),
    );
  return (
    <div className="flag-answering">
      <p>
        {f.line > 0 && (
          <button type="button" className="plain mono" onClick={() => onLine(f.line)}>
            {t.line(f.line)}
          </button>
        )}{" "}
        <b>{f.title}</b> {t.toAnswer(f.person, t.kinds[f.kind] ?? f.kind)}
        {f.text && `: ${f.text}`} <Link to={`/case/${f.number}`}>{t.onCase(f.number)}</Link>
      </p>
      {f.output !== null && (
        <details>
          <summary>{t.printed}</summary>
          <pre className="mono">{f.output}</pre>
        </details>
      )}
      <div className="flag-line">
        <Input
          aria-label={t.answerPlace}
          placeholder={t.answerPlace}
          maxLength={2000}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button size="small" onClick={() => void answer(true)}>
          {t.mended}
        </Button>
        <Button size="small" disabled={text.trim() === ""} onClick={() => void answer(false)}>
          {t.stays}
        </Button>
      </div>
    </div>
  );
}
