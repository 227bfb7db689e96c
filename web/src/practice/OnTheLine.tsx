import { useTakingIn } from "../frame";
import { words } from "../words";
import { Says } from "./Screen";
import "./practice.css";

const m = words.practice;

/** That what is taken in is a practice call, and what was said; nothing if it is a real one. */
export function OnTheLine() {
  const { draft, change } = useTakingIn();
  if (draft.call === "") return null;
  return (
    <div className="practice-strip" role="status">
      <p>
        <b>{m.counts}</b>{" "}
        <button
          type="button"
          className="plain"
          onClick={() => change({ call: "", says: "", device: "", text: "" })}
        >
          {m.realCall}
        </button>
      </p>
      <Says says={draft.says} />
    </div>
  );
}
