import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Checkbox, Input } from "antd";
import { useContext, useState } from "react";
import { SignedIn } from "../frame";
import { KeyButton, useSay } from "../look";
import { words } from "../words";
import { choiceQuery, choose } from "./api";

const m = words.practice.choice;

/** What calls are about: everybody sees it, a lead chooses it. States: loading, filled, being chosen. */
export function Choice() {
  const { data } = useQuery(choiceQuery);
  const { roles } = useContext(SignedIn);
  const [open, setOpen] = useState(false);
  if (!data) return null;
  const chosen = data.errors.filter((e) => e.chosen);
  return (
    <section className="choice">
      <h2>{m.title}</h2>
      <p>
        {data.all ? m.all : m.some(chosen.length)}{" "}
        {roles.includes("lead") && (
          <button type="button" className="plain" onClick={() => setOpen(!open)}>
            {m.change}
          </button>
        )}
      </p>
      {open ? (
        <Choosing key={chosen.length} chosen={chosen.map((e) => e.error)} onDone={() => setOpen(false)} />
      ) : (
        chosen.length > 0 && <p className="soft">{chosen.map((e) => e.title).join(" \u00b7 ")}</p>
      )}
    </section>
  );
}

function Choosing({ chosen, onDone }: { chosen: string[]; onDone: () => void }) {
  const { data } = useQuery(choiceQuery);
  const client = useQueryClient();
  const say = useSay();
  const [ticked, setTicked] = useState(chosen);
  const [find, setFind] = useState("");
  const save = (errors: string[]) =>
    void choose(errors).then((now) => {
      client.setQueryData(choiceQuery.queryKey, now);
      say.done(m.saved);
      onDone();
    }, say.failed);
  const wanted = find.trim().toLowerCase();
  return (
    <div className="choosing">
      <Input
        aria-label={m.find}
        placeholder={m.find}
        value={find}
        onChange={(e) => setFind(e.target.value)}
        allowClear
      />
      <ul>
        {data?.errors
          .filter((e) => `${e.title} ${e.error}`.toLowerCase().includes(wanted))
          .map((e) => (
            <li key={e.error}>
              <Checkbox
                checked={ticked.includes(e.error)}
                onChange={(x) =>
                  setTicked(x.target.checked ? [...ticked, e.error] : ticked.filter((k) => k !== e.error))
                }
              >
                {e.title}
              </Checkbox>
            </li>
          ))}
      </ul>
      <p>
        {ticked.length > 0 && (
          <KeyButton k="" strong onPress={() => save(ticked)}>
            {m.save} ({ticked.length})
          </KeyButton>
        )}
        <button type="button" className="plain" onClick={() => save([])}>
          {m.anything}
        </button>
      </p>
    </div>
  );
}
