import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input, Select } from "antd";
import { type FormEvent, useContext, useState } from "react";
import { SignedIn } from "../frame";
import type { ApiToken } from "../api";
import { Coming, Failed, useSay } from "../look";
import { words } from "../words";
import { addPerson, changePerson, makeToken, peopleQuery, revokeToken, tokensQuery } from "./api";
import { OwnPassword } from "./OwnPassword";
import "./team.css";

const t = words.team;

/** People, for leads, and everybody's own tokens. */
export function TeamPage() {
  const lead = useContext(SignedIn).roles.includes("lead");
  return (
    <main className="page team">
      <h1>{t.title}</h1>
      {lead && <People />}
      <OwnPassword />
      <Tokens />
    </main>
  );
}

function People() {
  const { data, error, refetch } = useQuery(peopleQuery);
  const client = useQueryClient();
  const say = useSay();
  const change = async (id: number, body: { role?: string; active?: boolean }) => {
    try {
      await changePerson(id, body);
    } catch (e) {
      say.failed(e);
    }
    void client.invalidateQueries({ queryKey: peopleQuery.queryKey });
  };
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <section>
      <h2>{t.people}</h2>
      <ul className="people">
        {data.map((p) => (
          <li key={p.id}>
            <b>{p.name}</b> <span className="soft mono">{p.login}</span>
            <Select
              size="small"
              aria-label={t.role}
              value={p.role}
              options={Object.entries(t.roles).map(([value, label]) => ({ value, label }))}
              onChange={(role) => void change(p.id, { role })}
            />
            {!p.active && <span className="soft">{t.inactive}</span>}
            <button type="button" className="plain" onClick={() => void change(p.id, { active: !p.active })}>
              {p.active ? t.shutOut : t.letIn}
            </button>
          </li>
        ))}
      </ul>
      <AddPerson onAdded={() => void client.invalidateQueries({ queryKey: peopleQuery.queryKey })} />
    </section>
  );
}

const NOBODY = { name: "", login: "", role: "agent", password: "" };

function AddPerson({ onAdded }: { onAdded: () => void }) {
  const [p, setP] = useState(NOBODY);
  const say = useSay();
  const add = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await addPerson(p);
      say.done(t.added(p.name));
      setP(NOBODY);
      onAdded();
    } catch (problem) {
      say.failed(problem);
    }
  };
  return (
    <form className="add-person" onSubmit={(e) => void add(e)}>
      <Input
        aria-label={t.name}
        placeholder={t.name}
        value={p.name}
        onChange={(e) => setP({ ...p, name: e.target.value })}
      />
      <Input
        aria-label={t.login}
        placeholder={t.login}
        value={p.login}
        onChange={(e) => setP({ ...p, login: e.target.value })}
      />
      <Select
        aria-label={t.role}
        value={p.role}
        options={Object.entries(t.roles).map(([value, label]) => ({ value, label }))}
        onChange={(role) => setP({ ...p, role })}
      />
      <Input.Password
        aria-label={t.password}
        placeholder={t.password}
        autoComplete="new-password"
        value={p.password}
        onChange={(e) => setP({ ...p, password: e.target.value })}
      />
      <Button htmlType="submit" disabled={!p.name.trim() || !p.login.trim() || p.password.length < 10}>
        {t.add}
      </Button>
    </form>
  );
}

function Tokens() {
  const { data, error, refetch } = useQuery(tokensQuery);
  const client = useQueryClient();
  const say = useSay();
  const [name, setName] = useState("");
  const [scopes, setScopes] = useState<ApiToken["scopes"]>(["read"]);
  const [made, setMade] = useState("");
  const again = () => void client.invalidateQueries({ queryKey: tokensQuery.queryKey });
  const make = async (e: FormEvent) => {
    e.preventDefault();
    try {
      setMade((await makeToken(name.trim(), scopes)).token);
      setName("");
      again();
    } catch (problem) {
      say.failed(problem);
    }
  };
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <section>
      <h2>{t.tokens}</h2>
      {data.length === 0 && <p className="soft">{t.noTokens}</p>}
      <ul className="people">
        {data.map((x) => (
          <li key={x.id}>
            <b>{x.name}</b>{" "}
            <span className="soft">
              {x.scopes.map((s) => t.scopes[s]).join(", ")}
              {x.expiresAt && ` · ${t.until(x.expiresAt)}`}
            </span>
            <button
              type="button"
              className="plain"
              onClick={() => void revokeToken(x.id).then(again, say.failed)}
            >
              {t.revoke}
            </button>
          </li>
        ))}
      </ul>
      {made && (
        <p className="made-token">
          <code className="mono">{made}</code> <span className="soft">{t.once}</span>
        </p>
      )}
      <form className="add-person" onSubmit={(e) => void make(e)}>
        <Input
          aria-label={t.tokenName}
          placeholder={t.tokenName}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Checkbox.Group
          value={scopes}
          onChange={setScopes}
          options={(["read", "cases", "library", "admin"] as const).map((value) => ({
            value,
            label: t.scopes[value],
          }))}
        />
        <Button htmlType="submit" disabled={!name.trim() || scopes.length === 0}>
          {t.make}
        </Button>
      </form>
    </section>
  );
}
