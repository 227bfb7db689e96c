import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input } from "antd";
import { type FormEvent, useState } from "react";
import type { Hook } from "../api";
import { Ago, Coming, Failed, useKept, useNow, useSay } from "../look";
import { words } from "../words";
import { addHook, callsQuery, hooksQuery, pauseHook, removeHook, tellAgain, tryHook } from "./api";

const t = words.inAndOut.hooks;
const EVENTS = ["published", "surging", "case-closed"];

/** The addresses that are called when something happens, and what each was told. */
export function Hooks() {
  const { data, error, refetch } = useQuery(hooksQuery);
  const now = useNow();
  const [made, setMade] = useState<Hook | null>(null);
  const [address, setAddress] = useKept("hook.address", "");
  const [events, setEvents] = useState(EVENTS);
  const [shown, setShown] = useState<number | null>(null);
  const client = useQueryClient();
  const say = useSay();
  const done = () => void client.invalidateQueries({ queryKey: hooksQuery.queryKey });
  const doing = async (act: () => Promise<unknown>) => {
    try {
      await act();
    } catch (e) {
      say.failed(e);
    }
    done();
  };
  const add = (e: FormEvent) => {
    e.preventDefault();
    void doing(async () => {
      setMade(await addHook(address, events));
      setAddress("");
    });
  };
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  return (
    <section className="hooks">
      <h2>{t.title}</h2>
      <p className="soft">{t.hint}</p>
      {made?.secret && (
        <p className="hook-secret" role="status">
          {t.secret} <code>{made.secret}</code>{" "}
          <button type="button" className="plain" onClick={() => setMade(null)}>
            {t.noted}
          </button>
        </p>
      )}
      {!data && <Coming />}
      {data?.length === 0 && <p className="soft">{t.none}</p>}
      <ul className="hook-lines">
        {data?.map((h) => (
          <li key={h.id}>
            <div className="hook-line">
              <b className="mono">{h.address}</b>
              <span className="soft">{h.events.map((e) => t.events[e] ?? e).join(", ")}</span>
              {h.paused ? (
                <span className="refused">{t.paused}</span>
              ) : (
                h.last && (
                  <span className={h.last.state === "told" ? "soft" : "refused"}>
                    {t.states[h.last.state]} · <Ago at={h.last.endedAt ?? h.last.at} now={now} />
                  </span>
                )
              )}
              <span className="acts">
                <button
                  type="button"
                  className="plain"
                  aria-expanded={shown === h.id}
                  onClick={() => setShown(shown === h.id ? null : h.id)}
                >
                  {t.log}
                </button>
                {!h.paused && (
                  <button
                    type="button"
                    className="plain"
                    onClick={() =>
                      void doing(async () => {
                        await tryHook(h.id);
                        setShown(h.id);
                      })
                    }
                  >
                    {t.tryOut}
                  </button>
                )}
                <button
                  type="button"
                  className="plain"
                  onClick={() => void doing(() => pauseHook(h.id, !h.paused))}
                >
                  {h.paused ? t.goOn : t.pause}
                </button>
                <button
                  type="button"
                  className="plain"
                  onClick={() =>
                    void doing(async () => {
                      // what it was told is not asked for any more
                      setShown(null);
                      await removeHook(h.id);
                      say.done(t.removed);
                    })
                  }
                >
                  {t.remove}
                </button>
              </span>
            </div>
            {shown === h.id && <Calls hook={h.id} />}
          </li>
        ))}
      </ul>
      <form className="hook-new" onSubmit={add}>
        <Input
          aria-label={t.address}
          placeholder={t.address}
          maxLength={1000}
          value={address}
          onChange={(e) => setAddress(e.target.value)}
        />
        <Checkbox.Group
          value={events}
          options={EVENTS.map((value) => ({ value, label: t.events[value] }))}
          onChange={(all) => setEvents(all as string[])}
        />
        <Button htmlType="submit" disabled={address.trim() === "" || events.length === 0}>
          {t.add}
        </Button>
      </form>
    </section>
  );
}

function Calls({ hook }: { hook: number }) {
  const { data, error, refetch } = useQuery(callsQuery(hook));
  const now = useNow();
  const client = useQueryClient();
  const say = useSay();
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  if (data.calls.length === 0) return <p className="soft">{t.nothingTold}</p>;
  return (
    <>
      <ul className="hook-calls">
        {data.calls.map((c) => (
          <li key={c.id}>
            <span className={c.state === "told" ? "soft" : "refused"}>{t.states[c.state]}</span>
            <details>
              <summary>
                {t.events[c.event] ?? c.event} · <Ago at={c.at} now={now} />
              </summary>
              <pre>{JSON.stringify(JSON.parse(c.body), null, 2)}</pre>
            </details>
            <span className="soft">
              {t.tries(c.tries)}
              {c.state !== "told" && c.answer && ` · ${c.answer}`}
            </span>
            <button
              type="button"
              className="plain"
              onClick={() =>
                void tellAgain(hook, c.id)
                  .catch(say.failed)
                  .finally(() => void client.invalidateQueries({ queryKey: hooksQuery.queryKey }))
              }
            >
              {t.onceMore}
            </button>
          </li>
        ))}
      </ul>
      {data.total > data.calls.length && <p className="soft">{t.more(data.calls.length, data.total)}</p>}
    </>
  );
}
