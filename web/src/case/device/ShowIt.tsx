import { QRCode } from "antd";
import { useEffect, useRef, useState } from "react";
import type { AtTheDevice } from "../../api";
import { intoView, KEY_LEVEL, KeyButton, useKeys, useSay } from "../../look";
import { words } from "../../words";
import { showFix, takeBackShown } from "../api";

const m = words.device;

/** The short code by which the step in hand is read, and answered, on a phone at the device. */
export function ShowIt(p: {
  n: number;
  fix: string;
  link: AtTheDevice["link"];
  /** What is shown is another now. */
  onOut: () => void;
  onLeave: () => void;
}) {
  const { n, fix, link } = p;
  const say = useSay();
  const [failed, setFailed] = useState("");
  const out = useRef(p.onOut);
  useEffect(() => {
    out.current = p.onOut;
  });
  // showing begins the fix; what is out already is answered again
  useEffect(() => {
    showFix(n, fix).then(
      () => out.current(),
      (e: unknown) => setFailed(e instanceof Error ? e.message : String(e)),
    );
  }, [n, fix]);
  const takeBack = () =>
    takeBackShown(n).then(() => {
      p.onOut();
      say.done(m.takenBack);
      p.onLeave();
    }, say.failed);
  useKeys(
    words.case.showIt,
    [
      { key: "0", says: m.takeBack, act: () => void takeBack(), alive: link !== null },
      { key: "Escape", says: words.common.cancel, act: p.onLeave },
    ],
    KEY_LEVEL.ask,
  );
  const address = link ? `${window.location.origin}/show/${link.code}` : "";
  return (
    <div ref={link && intoView} className="inline-ask show-it" role="status">
      {failed || (!link && words.common.loading)}
      {link && (
        <>
          {/* dark on light in either cloth: a phone's camera wants it so */}
          <QRCode
            type="svg"
            value={address}
            size={132}
            bordered={false}
            color="#23274a"
            bgColor="#ffffff"
            aria-label={m.square}
          />
          <div>
            <p>{m.at}</p>
            <p className="mono address">{address}</p>
            <p className="soft">
              {m.code} <b className="mono">{link.code}</b>
            </p>
          </div>
          <KeyButton k="0" onPress={() => void takeBack()}>
            {m.takeBack}
          </KeyButton>
        </>
      )}
      <button type="button" className="plain" onClick={p.onLeave}>
        {words.common.close}
      </button>
    </div>
  );
}
