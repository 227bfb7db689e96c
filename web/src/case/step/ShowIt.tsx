import { useQuery, useQueryClient } from "@tanstack/react-query";
import { QRCode } from "antd";
import { intoView, KEY_LEVEL, KeyButton, useKeys, useSay } from "../../look";
import { words } from "../../words";
import { showFix, takeBackShown } from "../api";

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
  const address = data ? `${window.location.origin}/show/${data.code}` : "";
  return (
    <div ref={data && intoView} className="inline-ask show-it" role="status">
      {error ? error.message : !data && words.common.loading}
      {data && (
        <>
          {/* dark on light in either cloth: a phone's camera wants it so */}
          <QRCode
            type="svg"
            value={address}
            size={132}
            bordered={false}
            color="#23274a"
            bgColor="#ffffff"
            aria-label={words.case.squareCode}
          />
          <div>
            <p>{words.case.shownAt}</p>
            <p className="mono address">{address}</p>
            <p className="soft">
              {words.case.shownCode} <b className="mono">{data.code}</b>
            </p>
          </div>
        </>
      )}
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
