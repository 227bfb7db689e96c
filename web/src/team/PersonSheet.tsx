import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Select } from "antd";
import { type FormEvent, useState } from "react";
import type { OneTimeAddress, Person } from "../api";
import { Coming, Failed, useSay } from "../look";
import { words } from "../words";
import {
  accessQuery,
  changePerson,
  endAccess,
  endSession,
  erasePerson,
  makeAddress,
  revokeTokenOf,
  untieAccount,
} from "./api";
import { Address } from "./Address";
import { LetIn } from "./LetIn";

const t = words.team;

/** Whatever a lead does about one person, opened in their line. */
export function PersonSheet({ person: p }: { person: Person }) {
  const client = useQueryClient();
  const say = useSay();
  const [address, setAddress] = useState<OneTimeAddress | null>(null);
  const [erasing, setErasing] = useState(false);
  const again = () => void client.invalidateQueries({ queryKey: ["team"] });
  const act = async (does: () => Promise<unknown>, done: string) => {
    try {
      await does();
      say.done(done);
    } catch (e) {
      say.failed(e);
    }
    again();
  };
  const handOut = async () => {
    try {
      setAddress(await makeAddress(p.id));
    } catch (e) {
      say.failed(e);
    }
  };
  return (
    <div className="person-sheet">
      <div className="person-acts">
        <OneField
          label={t.name}
          go={t.rename}
          start={p.name}
          onGo={(name) => act(() => changePerson(p.id, { name }), t.renamed)}
        />
        {p.login === null ? (
          <OneField
            label={t.login}
            go={t.giveSignIn}
            start=""
            onGo={(login) => act(() => changePerson(p.id, { login }), t.added(p.name))}
          />
        ) : p.byAccount ? (
          <span className="soft">{words.account.roleSays}</span>
        ) : (
          <Select
            aria-label={t.role}
            value={p.role}
            options={Object.entries(t.roles).map(([value, label]) => ({ value, label }))}
            onChange={(role) =>
              void act(() => changePerson(p.id, { role }), t.changedRole(t.roles[role] ?? role))
            }
          />
        )}
        {p.active && (
          <button type="button" className="plain" onClick={() => void handOut()}>
            {t.address}
          </button>
        )}
      </div>
      {address && <Address address={address} />}
      {p.login !== null && <LetInOf person={p} onDone={again} />}
      <div className="person-acts">
        {p.active && (
          <button type="button" className="plain" onClick={() => void act(() => endAccess(p.id), t.endedAll)}>
            {t.endAll}
          </button>
        )}
        {p.byAccount && (
          <button
            type="button"
            className="plain"
            onClick={() => void act(() => untieAccount(p.id), words.account.untied)}
          >
            {words.account.untie}
          </button>
        )}
        {p.login !== null && !p.mine && (
          <button
            type="button"
            className="plain"
            onClick={() =>
              void act(
                () => changePerson(p.id, { active: !p.active }),
                p.active ? t.shutOutDone : t.added(p.name),
              )
            }
          >
            {p.active ? t.shutOut : t.letIn}
          </button>
        )}
        {!p.mine && (
          <button type="button" className="plain risk" onClick={() => setErasing(!erasing)}>
            {t.erase}
          </button>
        )}
      </div>
      {erasing && <Erase person={p} onErase={() => void act(() => erasePerson(p.id), t.erased)} />}
    </div>
  );
}

function LetInOf({ person: p, onDone }: { person: Person; onDone: () => void }) {
  const { data, error, refetch } = useQuery(accessQuery(p.id));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <LetIn
      sessions={data.sessions}
      tokens={data.tokens}
      onEnd={(key) => endSession(p.id, key)}
      onRevoke={(id) => revokeTokenOf(p.id, id)}
      onDone={onDone}
    />
  );
}

function OneField(p: { label: string; go: string; start: string; onGo: (value: string) => Promise<void> }) {
  const [value, setValue] = useState(p.start);
  const go = (e: FormEvent) => {
    e.preventDefault();
    void p.onGo(value.trim());
  };
  return (
    <form className="one-field" onSubmit={go}>
      <Input
        aria-label={p.label}
        placeholder={p.label}
        value={value}
        onChange={(e) => setValue(e.target.value)}
      />
      <Button htmlType="submit" disabled={!value.trim() || value.trim() === p.start}>
        {p.go}
      </Button>
    </form>
  );
}

/** What is destroyed is asked for: the sign-in, or the name of who has none, is typed once more. */
function Erase({ person: p, onErase }: { person: Person; onErase: () => void }) {
  const [typed, setTyped] = useState("");
  const word = p.login ?? p.name;
  return (
    <form
      className="erase-person"
      onSubmit={(e) => {
        e.preventDefault();
        onErase();
      }}
    >
      <p>{t.eraseSays}</p>
      <label>
        {t.eraseType(word)} <Input value={typed} onChange={(e) => setTyped(e.target.value)} />
      </label>
      <Button htmlType="submit" danger disabled={typed !== word}>
        {t.eraseGo}
      </Button>
    </form>
  );
}
