import { Input } from "antd";
import type { Case } from "../../api";
import { useKept } from "../../look";
import { words } from "../../words";
import type { CaseActs } from "../useCaseActs";

/** What is done that no runbook has, kept step by step with time and name; from these a new runbook is written later. */
export function OffScript({ c, acts }: { c: Case; acts: CaseActs }) {
  const [text, setText] = useKept(`off-script.${c.number}`, "");
  const keep = () => {
    if (text.trim()) void acts.note(text.trim(), true).then((ok) => ok && setText(""));
  };
  return (
    <Input.TextArea
      autoSize={{ minRows: 1, maxRows: 6 }}
      aria-label={words.case.offScript}
      placeholder={words.case.offScriptPlace}
      maxLength={4000}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        if (e.key !== "Enter" || e.shiftKey) return;
        e.preventDefault();
        keep();
      }}
      onBlur={keep}
    />
  );
}
