import { type ReactNode, useState } from "react";

/** A number that opens: what stands in it, and pressed what it was computed from. */
export function Opened({ number, children }: { number: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="number" aria-expanded={open} onClick={() => setOpen(!open)}>
        {number}
      </button>
      {open && <span className="number-how"> ({children}) </span>}
    </>
  );
}
