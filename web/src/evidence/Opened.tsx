import { type KeyboardEvent, type ReactNode, useState } from "react";

/** A number that opens: what stands in it, and pressed what it was computed from. Inline, so that it breaks over lines like text. */
export function Opened({ number, children }: { number: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const press = (e: KeyboardEvent) => {
    if (e.key !== "Enter" && e.key !== " ") return;
    e.preventDefault();
    setOpen(!open);
  };
  return (
    <>
      <span
        role="button"
        tabIndex={0}
        className="number"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        onKeyDown={press}
      >
        {number}
      </span>
      {open && <span className="number-how"> ({children})</span>}
    </>
  );
}
