import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { type FormEvent, useState } from "react";
import { cameBack, leftOut } from "../frame";
import { Sign } from "../look";
import { words } from "../words";
import { away, sessionQuery, signIn } from "./api";
import { Refused, TextField } from "./TextField";

/** The way in, by an account from elsewhere where there is one, or by a password. States: asking, busy, refused. */
export function SignInPage({
  demo,
  account,
  again,
  onDone,
}: {
  demo: boolean;
  account: string | null;
  again: boolean;
  onDone?: () => void;
}) {
  const client = useQueryClient();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [refused, setRefused] = useState(cameBack);
  const [busy, setBusy] = useState(false);

  const enter = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    try {
      const session = await signIn(login.trim(), password);
      client.setQueryData(sessionQuery.queryKey, session);
      onDone?.();
    } catch (problem) {
      setRefused(problem instanceof Error ? problem.message : String(problem));
      setBusy(false);
    }
  };
  const goAway = async () => {
    try {
      const to = window.location.pathname + window.location.search;
      window.location.assign((await away(leftOut(to), refused !== "")).address);
    } catch (problem) {
      setRefused(problem instanceof Error ? problem.message : String(problem));
    }
  };
  return (
    <main className="sign-in">
      <form onSubmit={(e) => void enter(e)}>
        <h1>
          <Sign size={38} /> {words.product}
        </h1>
        <p className="soft">{again ? words.signIn.again : words.signIn.claim}</p>
        {account !== null && (
          <>
            <Refused why={refused} />
            <Button type="primary" autoFocus onClick={() => void goAway()}>
              {words.account.signIn(account)}
            </Button>
            <p className="soft">{words.account.orPassword}</p>
          </>
        )}
        <TextField
          label={words.signIn.login}
          name="login"
          autoComplete="username"
          first={account === null}
          value={login}
          onChange={setLogin}
        />
        <TextField
          label={words.signIn.password}
          name="password"
          autoComplete="current-password"
          secret
          value={password}
          onChange={setPassword}
        />
        {account === null && <Refused why={refused} />}
        <Button
          type={account === null ? "primary" : "default"}
          htmlType="submit"
          loading={busy}
          disabled={login.trim() === "" || password === ""}
        >
          {words.signIn.go}
        </Button>
        {demo && <p className="soft running-stitch">{words.signIn.demo}</p>}
      </form>
    </main>
  );
}
