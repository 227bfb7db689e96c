import type { PracticeDevice } from "../api";
import { words } from "../words";
import { isUnread } from "./useDevice";

const m = words.practice;

/** What its screen shows, as far as it is known. */
export function Screen({ d }: { d: PracticeDevice }) {
  return (
    <div className="screen" role="status">
      {isUnread(d) ? <p className="soft">{m.notRead}</p> : d.screen.map((l, i) => <p key={i}>{l}</p>)}
    </div>
  );
}

/** What somebody who rings says. */
export function Says({ says }: { says: string }) {
  return (
    <p className="says">
      <span className="soft">{m.theySay}</span> {`\u201c${says}\u201d`}
    </p>
  );
}
