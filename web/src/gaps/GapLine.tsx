import type { ReactNode } from "react";
import { intoView } from "../look";
import "./gaps.css";
import { Shape } from "./Shape";

/** A shape in the list: its message, what it cost, where it was met; opened below. */
export function GapLine(p: {
  message: string;
  cost: string;
  times: string;
  where: ReactNode;
  chosen: boolean;
  open: boolean;
  onOpen: () => void;
  children: ReactNode;
}) {
  return (
    <li className={p.chosen ? "chosen" : undefined} ref={p.chosen ? intoView : undefined}>
      <button type="button" className="gap-line" aria-expanded={p.open} onClick={p.onOpen}>
        <Shape message={p.message} />
        <span className="gap-cost">
          {p.cost !== "" && <b>{p.cost}</b>}
          <span className="soft">{p.times}</span>
        </span>
        <span className="soft gap-where">{p.where}</span>
      </button>
      {p.open && <div className="gap-open">{p.children}</div>}
    </li>
  );
}
