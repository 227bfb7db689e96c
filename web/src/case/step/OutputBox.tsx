import { Input } from "antd";
import { Key } from "../../look";
import { words } from "../../words";

/** Where what a device printed is pasted, and read at once, or typed and sent with Ctrl and Enter. What is half typed is kept by whoever shows it. */
export function OutputBox(p: {
  label: string;
  text: string;
  onText: (text: string) => void;
  onSend: (text: string) => void;
}) {
  return (
    <>
      <Input.TextArea
        className="mono output-box"
        autoSize={{ minRows: 1, maxRows: 8 }}
        placeholder={p.label}
        aria-label={p.label}
        value={p.text}
        onChange={(e) => p.onText(e.target.value)}
        onPaste={(e) => {
          // what is pasted into the empty box is the whole output
          const pasted = e.clipboardData.getData("text/plain");
          if (p.text !== "" || pasted.trim() === "") return;
          e.preventDefault();
          p.onText(pasted);
          p.onSend(pasted);
        }}
        onKeyDown={(e) => {
          if (e.key !== "Enter" || !(e.ctrlKey || e.metaKey)) return;
          e.preventDefault();
          p.onSend(p.text);
        }}
      />
      {p.text.trim() !== "" && (
        <button type="button" className="plain" onClick={() => p.onSend(p.text)}>
          <Key k="Ctrl ↵" /> {words.case.reading.commit}
        </button>
      )}
    </>
  );
}
