import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useTakingIn } from "../frame";
import { useSay } from "../look";
import { words } from "../words";
import { deviceQuery, readOut } from "./api";
import { Says } from "./Screen";
import { isUnread } from "./useDevice";
import "./practice.css";

const m = words.practice;

/** That what is taken in is a practice call, and what was said; nothing if it is a real one. */
export function OnTheLine() {
  const { draft, below, clear, pasted } = useTakingIn();
  const client = useQueryClient();
  const say = useSay();
  const { data: d } = useQuery(deviceQuery(draft.call));
  /** What stands there goes below what was said, as if it had been pasted. */
  const asking = useMutation({
    mutationFn: readOut,
    onSuccess: (now) => {
      client.setQueryData(["practice", now.id], now);
      below(now.screen.join("\n"));
      pasted();
    },
    onError: say.failed,
  });
  if (draft.call === "") return null;
  return (
    <div className="practice-strip" role="status">
      <p>
        <b>{m.counts}</b>{" "}
        <button type="button" className="plain" onClick={clear}>
          {m.realCall}
        </button>
      </p>
      <Says says={draft.says} />
      {d && isUnread(d) && (
        <button
          type="button"
          className="plain"
          disabled={asking.isPending}
          onClick={() => asking.mutate(draft.call)}
        >
          {m.readOut}
        </button>
      )}
    </div>
  );
}
