import { Input } from "antd";
import type { Case } from "../../api";
import { useKept } from "../../look";
import { words } from "../../words";
import { ChooseError } from "./ChooseError";
import type { CaseActs } from "../useCaseActs";

/** Another error has begun in this case: what it says, then which known error that is. */
export function NewTear({ c, acts }: { c: Case; acts: CaseActs }) {
  const [text, setText] = useKept(`new-tear.${c.number}`, "");
  const since = c.attempts.at(-1)?.endedAt ?? "";
  const read = c.texts.some((t) => t.at > since);
  if (read) return <ChooseError c={c} onChoose={(error) => void acts.patch({ error })} />;
  return (
    <div className="open-fix">
      <header>
        <h2>{words.case.newText}</h2>
      </header>
      <Input.TextArea
        autoFocus
        className="mono"
        autoSize={{ minRows: 3, maxRows: 12 }}
        aria-label={words.case.newText}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <footer className="outcomes">
        <button
          type="button"
          className="key-button strong"
          disabled={text.trim() === ""}
          onClick={() => void acts.text(text).then((ok) => ok && setText(""))}
        >
          {words.case.newTextGo}
        </button>
      </footer>
    </div>
  );
}
