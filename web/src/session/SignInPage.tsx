import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { type FormEvent, useState } from "react";
import { Sign } from "../look";
import { words } from "../words";
import { sessionQuery, signIn } from "./api";
import { Refused, TextField } from "./TextField";

/** The way in. States: asking, busy, refused. */
export function SignInPage({ demo, again, onDone }: { demo: boolean; again: boolean; onDone?: () => void }) {
  const client = useQueryClient();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [refused, setRefused] = useState("");
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
  return (
    <main className="sign-in">
      <form onSubmit={(e) => void enter(e)}>
        <h1>
          <Sign size={38} /> {words.product}
        </h1>
        <p className="soft">{again ? words.signIn.again : words.signIn.claim}</p>
        <TextField
          label={words.signIn.login}
          name="login"
          autoComplete="username"
          first
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
        <Refused why={refused} />
        <Button
          type="primary"
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
