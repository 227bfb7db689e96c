import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import type { PracticeDevice } from "../api";
import { NOTHING_TAKEN, useTakingIn } from "../frame";
import { Coming, Failed, KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { deviceQuery, giveBack } from "./api";
import { Console } from "./Console";
import { Says, Screen } from "./Screen";
import { isUnread, useDevice } from "./useDevice";
import "./practice.css";

const m = words.practice;
/** As many as there are digits. */
const DIGITS = 9;

/** A device: what its screen shows, what can be done to it, and its console. States: loading, failed, filled. */
export function DevicePage() {
  const id = useParams().id ?? "";
  const { data, error, refetch } = useQuery(deviceQuery(id));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return <Shown key={id} d={data} />;
}

function Shown({ d }: { d: PracticeDevice }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const { draft, change, practise, clear, pasted } = useTakingIn();
  const acts = useDevice(d.id);
  const unread = isUnread(d);
  const number = d.call?.number ?? null;
  /** What is said, and what it says, is taken in as if somebody had typed or pasted it. */
  const takeIn = () => {
    const text = (said: string[]) => [...said, ...d.screen].join("\n");
    if (d.call) practise({ text: text([d.call.says]), device: d.name, call: d.id, says: d.call.says });
    else change({ ...NOTHING_TAKEN, text: text([]), device: d.name });
    pasted();
    void navigate("/taking-in");
  };
  const back = () =>
    void giveBack(d.id).then(() => {
      void client.invalidateQueries({ queryKey: ["practice"], exact: true });
      if (draft.call === d.id) clear();
      say.done(m.givenBack);
      void navigate("/practice");
    }, say.failed);
  useKeys(m.title, [
    { key: "r", says: m.readOut, act: acts.readOut, alive: unread },
    { key: "t", says: d.action ?? "", act: acts.tryIt, alive: d.action !== null },
    { key: "c", says: m.takeIn, act: takeIn, alive: number === null },
    {
      key: "c",
      says: m.toCase,
      act: () => void navigate(`/case/${number ?? ""}`),
      alive: number !== null,
    },
    ...d.hands.slice(0, DIGITS).map((h, i) => ({
      key: String(i + 1),
      says: h,
      act: () => acts.hand(h),
    })),
  ]);
  return (
    <main className={d.call ? "page practice device practised" : "page practice device"}>
      <div className="page-head">
        <h1>{d.call ? m.rings(d.name) : <span className="mono">{d.name}</span>}</h1>
        <span className="soft">
          {m.kinds[d.kind] ?? d.kind} · {m.passed(d.seconds / 60)}
        </span>
        <button type="button" className="plain" onClick={back}>
          {m.back}
        </button>
      </div>
      {d.call && <Says says={d.call.says} />}
      <div className="device-parts">
        <section>
          <h2>{m.screen}</h2>
          <Screen d={d} />
          <div className="device-keys">
            {number === null ? (
              <KeyButton k="c" strong={d.call !== null} onPress={takeIn}>
                {d.call ? m.takeInCall : m.takeIn}
              </KeyButton>
            ) : (
              <KeyButton k="c" strong onPress={() => void navigate(`/case/${number}`)}>
                {m.toCase}
              </KeyButton>
            )}
            {unread && (
              <KeyButton k="r" onPress={acts.readOut}>
                {m.readOut}
              </KeyButton>
            )}
            {d.action !== null && (
              <KeyButton k="t" strong={d.call === null} onPress={acts.tryIt}>
                {d.action}
              </KeyButton>
            )}
          </div>
          <h2>{m.hands}</h2>
          <div className="hands">
            {d.hands.map((h, i) => (
              <KeyButton key={h} k={i < DIGITS ? String(i + 1) : ""} onPress={() => acts.hand(h)}>
                {h}
              </KeyButton>
            ))}
          </div>
          {!unread && (
            <>
              <h2>{m.log}</h2>
              {d.log.length === 0 ? (
                <p className="soft">{m.noLog}</p>
              ) : (
                <pre className="mono log">{d.log.join("\n")}</pre>
              )}
            </>
          )}
        </section>
        <section>
          <h2>{m.console}</h2>
          {/* whoever is called has the keys of the call first */}
          <Console d={d} onLine={acts.type} focused={d.call === null} />
        </section>
      </div>
    </main>
  );
}
