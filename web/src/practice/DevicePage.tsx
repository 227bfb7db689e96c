import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input } from "antd";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { PracticeDevice } from "../api";
import { NOTHING_TAKEN, useTakingIn } from "../frame";
import { Coming, Failed, KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { byHand, deviceQuery, giveBack, tryIt, typeLine } from "./api";
import "./practice.css";

const m = words.practice;
/** As many as there are digits. */
const DIGITS = 9;
const MOST_LINE = 1_000;

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
  const { change, pasted } = useTakingIn();
  /** What it says is taken in as if somebody had pasted it. */
  const takeIn = () => {
    change({ ...NOTHING_TAKEN, text: d.screen.join("\n"), device: d.name });
    pasted();
    void navigate("/taking-in");
  };
  const doing = (call: Promise<PracticeDevice>) =>
    void call.then((now) => client.setQueryData(["practice", d.id], now), say.failed);
  const back = () =>
    void giveBack(d.id).then(() => {
      void client.invalidateQueries({ queryKey: ["practice"], exact: true });
      say.done(m.givenBack);
      void navigate("/practice");
    }, say.failed);
  useKeys(m.title, [
    { key: "t", says: d.action ?? "", act: () => doing(tryIt(d.id)), alive: d.action !== null },
    { key: "c", says: m.takeIn, act: takeIn },
    ...d.hands.slice(0, DIGITS).map((h, i) => ({
      key: String(i + 1),
      says: h,
      act: () => doing(byHand(d.id, h)),
    })),
  ]);
  return (
    <main className="page practice device">
      <div className="page-head">
        <h1 className="mono">{d.name}</h1>
        <span className="soft">
          {m.kinds[d.kind] ?? d.kind} · {m.passed(d.seconds / 60)}
        </span>
        <button type="button" className="plain" onClick={back}>
          {m.back}
        </button>
      </div>
      <div className="device-parts">
        <section>
          <h2>{m.screen}</h2>
          <div className="screen" role="status">
            {d.screen.map((l, i) => (
              <p key={i}>{l}</p>
            ))}
          </div>
          <div className="device-keys">
            {d.action !== null && (
              <KeyButton k="t" strong onPress={() => doing(tryIt(d.id))}>
                {d.action}
              </KeyButton>
            )}
            <KeyButton k="c" onPress={takeIn}>
              {m.takeIn}
            </KeyButton>
          </div>
          <h2>{m.hands}</h2>
          <div className="hands">
            {d.hands.map((h, i) => (
              <KeyButton key={h} k={i < DIGITS ? String(i + 1) : ""} onPress={() => doing(byHand(d.id, h))}>
                {h}
              </KeyButton>
            ))}
          </div>
          <h2>{m.log}</h2>
          {d.log.length === 0 ? (
            <p className="soft">{m.noLog}</p>
          ) : (
            <pre className="mono log">{d.log.join("\n")}</pre>
          )}
        </section>
        <Console d={d} onLine={(line) => doing(typeLine(d.id, line))} />
      </div>
    </main>
  );
}

/** What was typed and printed; up and down bring typed lines back. */
function Console({ d, onLine }: { d: PracticeDevice; onLine: (line: string) => void }) {
  const [line, setLine] = useState("");
  const [at, setAt] = useState(0);
  const end = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // what it answers is no way to undo it
    end.current?.scrollIntoView?.({ block: "nearest" });
  }, [d.console.length]);
  const typed = d.console.filter((l) => l.typed && l.text !== "").map((l) => l.text);
  const recall = (by: number) => {
    const next = Math.min(typed.length, Math.max(0, at + by));
    setAt(next);
    setLine(next === 0 ? "" : (typed[typed.length - next] ?? ""));
  };
  return (
    <section>
      <h2>{m.console}</h2>
      <div className="console mono">
        <div className="lines" role="log" aria-label={m.console}>
          {d.console.map((l, i) => (
            <p key={i} className={l.typed ? "typed" : ""}>
              {l.text}
            </p>
          ))}
          <div ref={end} />
        </div>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (line.trim() === "") return;
            onLine(line);
            setLine("");
            setAt(0);
          }}
        >
          <Input
            autoFocus
            className="mono"
            aria-label={m.console}
            placeholder={d.asks ? m.answerPrompt : m.prompt}
            maxLength={MOST_LINE}
            autoComplete="off"
            spellCheck={false}
            value={line}
            onChange={(e) => setLine(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
              e.preventDefault();
              recall(e.key === "ArrowUp" ? 1 : -1);
            }}
          />
        </form>
      </div>
    </section>
  );
}
