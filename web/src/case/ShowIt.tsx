import { useQuery, useQueryClient } from "@tanstack/react-query";
import { KEY_LEVEL, KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { showFix, takeBackShown } from "./api";

/** The short code by which the fix is read on a phone at the device. */
export function ShowIt(p: { n: number; fix: string; onLeave: () => void }) {
  const { data, error } = useQuery({
    queryKey: ["case", p.n, "shown", p.fix],
    queryFn: () => showFix(p.n, p.fix),
    staleTime: Infinity,
  });
  const client = useQueryClient();
  const say = useSay();
  const takeBack = () =>
    takeBackShown(p.n).then(() => {
      client.removeQueries({ queryKey: ["case", p.n, "shown"] });
      say.done(words.case.shownTakenBack);
      p.onLeave();
    }, say.failed);
  useKeys(
    words.case.showIt,
    [
      { key: "0", says: words.case.takeShownBack, act: () => void takeBack(), alive: data !== undefined },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="inline-ask" role="status">
      {error ? error.message : data ? words.case.shownCode(data.code) : words.common.loading}
      {data && (
        <KeyButton k="0" onPress={() => void takeBack()}>
          {words.case.takeShownBack}
        </KeyButton>
      )}
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.close}
      </button>
    </div>
  );
}
