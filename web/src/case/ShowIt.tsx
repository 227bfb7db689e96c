import { useQuery } from "@tanstack/react-query";
import { KEY_LEVEL, useKeys } from "../look";
import { words } from "../words";
import { showFix } from "./api";

/** The short code by which the fix is read on a phone at the device. */
export function ShowIt(p: { n: number; fix: string; onLeave: () => void }) {
  const { data, error } = useQuery({
    queryKey: ["case", p.n, "shown", p.fix],
    queryFn: () => showFix(p.n, p.fix),
    staleTime: Infinity,
  });
  useKeys(words.case.showIt, [{ key: "Escape", says: words.common.cancel, act: p.onLeave }], KEY_LEVEL.ask);
  return (
    <div className="inline-ask" role="status">
      {error ? error.message : data ? words.case.shownCode(data.code) : words.common.loading}
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.close}
      </button>
    </div>
  );
}
