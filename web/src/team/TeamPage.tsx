import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input } from "antd";
import { type FormEvent, useContext, useState } from "react";
import type { ApiToken } from "../api";
import { SignedIn } from "../frame";
import { Coming, Failed, useSay } from "../look";
import { words } from "../words";
import { endOwnSession, makeToken, revokeToken, sessionsQuery, tokensQuery } from "./api";
import { LetIn } from "./LetIn";
import { OwnAccount } from "./OwnAccount";
import { OwnPassword } from "./OwnPassword";
import { TeamTabs } from "./TeamTabs";
import "./team.css";

const t = words.team;

/** One's own password, and what lets one in: browsers and programs. */
export function TeamPage() {
  const self = useContext(SignedIn);
  return (
    <main className="page team">
      <TeamTabs at="mine" />
      <Own />
      <OwnAccount />
      {self.password && <OwnPassword />}
    </main>
  );
}

function Own() {
  const sessions = useQuery(sessionsQuery);
  const tokens = useQuery(tokensQuery);
  const client = useQueryClient();
  const again = () => void client.invalidateQueries({ queryKey: ["team"] });
  const error = sessions.error ?? tokens.error;
  if (error && !(sessions.data && tokens.data)) return <Failed error={error} again={again} />;
  if (!sessions.data || !tokens.data) return <Coming />;
  return (
    <section>
      <LetIn
        sessions={sessions.data}
        tokens={tokens.data}
        onEnd={(key) => endOwnSession(key)}
        onRevoke={(id) => revokeToken(id)}
        onDone={again}
      />
      <NewToken onMade={again} />
    </section>
  );
}

function NewToken({ onMade }: { onMade: () => void }) {
  const say = useSay();
  const [name, setName] = useState("");
  const [scopes, setScopes] = useState<ApiToken["scopes"]>(["read"]);
  const [made, setMade] = useState("");
  const make = async (e: FormEvent) => {
    e.preventDefault();
    try {
      setMade((await makeToken(name.trim(), scopes)).token);
      setName("");
      onMade();
    } catch (problem) {
      say.failed(problem);
    }
  };
  return (
    <>
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
    </>
  );
}
