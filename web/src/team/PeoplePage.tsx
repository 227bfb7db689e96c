import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Select } from "antd";
import { type FormEvent, useState } from "react";
import type { OneTimeAddress, Person } from "../api";
import { Ago, Coming, Failed, useNow, useSay } from "../look";
import { words } from "../words";
import { addPerson, makeAddress, peopleQuery } from "./api";
import { Address } from "./Address";
import { PersonSheet } from "./PersonSheet";
import { TeamTabs } from "./TeamTabs";
import "./team.css";

const t = words.team;
/** From so many people on there is a box to find somebody. */
const MANY = 12;

const NOBODY = { name: "", login: "", role: "agent" };

/** Who works here: what they may, when they came in last, and whatever a lead does about them. */
export function PeoplePage() {
  const { data, error, refetch } = useQuery(peopleQuery);
  const [open, setOpen] = useState<number | null>(null);
  const [wanted, setWanted] = useState("");
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const shown = data.filter((p) =>
    `${p.shown} ${p.login ?? ""}`.toLowerCase().includes(wanted.toLowerCase()),
  );
  const there = shown.filter((p) => !p.erasedAt);
  const groups = [
    { title: t.canSignIn, people: there.filter((p) => p.active) },
    { title: t.shutOutTitle, people: there.filter((p) => !p.active && p.login !== null) },
    { title: t.byName, says: t.byNameSays, people: there.filter((p) => p.login === null) },
  ].filter((g) => g.people.length > 0);
  const erased = data.filter((p) => p.erasedAt).length;
  return (
    <main className="page team">
      <div className="page-head">
        <TeamTabs at="people" />
        {data.length > MANY && (
          <Input
            className="find-person"
            aria-label={t.find}
            placeholder={t.find}
            allowClear
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
          />
        )}
      </div>
      <AddPerson />
      {groups.length === 0 && <p className="soft">{t.nobody}</p>}
      {groups.map((g) => (
        <section key={g.title}>
          <h2>
            {g.title} <span className="count">{g.people.length}</span>
          </h2>
          {g.says && <p className="soft">{g.says}</p>}
          <ul className="people">
            {g.people.map((p) => (
              <PersonLine
                key={p.id}
                person={p}
                open={open === p.id}
                onOpen={() => setOpen(open === p.id ? null : p.id)}
              />
            ))}
          </ul>
        </section>
      ))}
      {erased > 0 && <p className="soft">{t.erasedTitle(erased)}</p>}
    </main>
  );
}

function PersonLine({ person: p, open, onOpen }: { person: Person; open: boolean; onOpen: () => void }) {
  const now = useNow();
  return (
    <li className={open ? "open" : undefined}>
      <button type="button" className="row-title person-line" aria-expanded={open} onClick={onOpen}>
        <b>{p.name}</b>
        <span className="soft mono">{p.login ?? ""}</span>
        <span>{p.login !== null && (t.roles[p.role] ?? p.role)}</span>
        <span className="soft">
          {p.byAccount ? `${words.account.mark} · ` : ""}
          {p.mine ? `${t.you} · ` : ""}
          {p.login !== null &&
            (p.signedInAt ? (
              <>
                {t.cameIn} <Ago at={p.signedInAt} now={now} />
              </>
            ) : (
              t.never
            ))}
          {p.sessions > 0 && ` · ${t.signedInAt(p.sessions)}`}
        </span>
      </button>
      {open && <PersonSheet person={p} />}
    </li>
  );
}

function AddPerson() {
  const client = useQueryClient();
  const say = useSay();
  const [p, setP] = useState(NOBODY);
  const [address, setAddress] = useState<OneTimeAddress | null>(null);
  const add = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const made = await addPerson(p);
      say.done(t.added(made.name));
      setP(NOBODY);
      void client.invalidateQueries({ queryKey: peopleQuery.queryKey });
      setAddress(await makeAddress(made.id));
    } catch (problem) {
      say.failed(problem);
    }
  };
  return (
    <section>
      <form className="add-person" onSubmit={(e) => void add(e)}>
        <Input
          aria-label={t.name}
          placeholder={t.name}
          maxLength={120}
          value={p.name}
          onChange={(e) => setP({ ...p, name: e.target.value })}
        />
        <Input
          aria-label={t.login}
          placeholder={t.login}
          maxLength={60}
          value={p.login}
          onChange={(e) => setP({ ...p, login: e.target.value })}
        />
        <Select
          aria-label={t.role}
          value={p.role}
          options={Object.entries(t.roles).map(([value, label]) => ({ value, label }))}
          onChange={(role) => setP({ ...p, role })}
        />
        <Button htmlType="submit" disabled={!p.name.trim() || !p.login.trim()}>
          {t.add}
        </Button>
        <span className="soft">{t.addSays}</span>
      </form>
      {address && <Address address={address} />}
    </section>
  );
}
