import { useEffect, useRef } from "react";
import type { Case } from "../../api";
import { isTextBox } from "../../look";
import { words } from "../../words";
import type { CaseActs } from "../useCaseActs";

/** Pictures of screens, pasted, dropped or chosen. */
export function Pictures({ c, acts }: { c: Case; acts: CaseActs }) {
  const input = useRef<HTMLInputElement>(null);
  const open = c.status === "open";
  useEffect(() => {
    if (!open) return;
    const onPaste = (e: ClipboardEvent) => {
      const file = [...(e.clipboardData?.files ?? [])].find((f) => f.type.startsWith("image/"));
      if (!file || isTextBox(e.target)) return;
      e.preventDefault();
      void acts.addPicture(file);
    };
    window.addEventListener("paste", onPaste);
    return () => window.removeEventListener("paste", onPaste);
  }, [open, acts]);
  if (!open && c.pictures.length === 0) return null;
  return (
    <section
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const file = e.dataTransfer.files[0];
        if (open && file) void acts.addPicture(file);
      }}
    >
      <h2>{words.case.pictures}</h2>
      <ul className="pictures">
        {c.pictures.map((p) => (
          <li key={p.id}>
            <a href={`/api/cases/${c.number}/pictures/${p.id}`} target="_blank" rel="noreferrer">
              <img src={`/api/cases/${c.number}/pictures/${p.id}`} alt={p.name} loading="lazy" />
            </a>
            <span className="soft">{p.name}</span>
            {open && (
              <button type="button" className="plain" onClick={() => void acts.removePicture(p.id)}>
                {words.case.removePicture}
              </button>
            )}
          </li>
        ))}
      </ul>
      {open && (
        <>
          <input
            ref={input}
            type="file"
            accept="image/png,image/jpeg,image/webp"
            hidden
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) void acts.addPicture(file);
              e.target.value = "";
            }}
          />
          <button type="button" className="plain" onClick={() => input.current?.click()}>
            {words.case.addPicture}
          </button>{" "}
          <span className="soft">{words.case.pictureHint}</span>
        </>
      )}
    </section>
  );
}
