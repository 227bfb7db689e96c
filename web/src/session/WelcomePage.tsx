import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { type FormEvent, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { Coming, Failed, Sign } from "../look";
import { words } from "../words";
import { invitationQuery, sessionQuery, welcome } from "./api";

/** Makes the first lead, once, through the address that the terminal printed. */
export function WelcomePage() {
  const { code = "" } = useParams();
  const { data, error, refetch } = useQuery(invitationQuery(code));
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [refused, setRefused] = useState("");

  const begin = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const session = await welcome(code, login.trim(), name.trim(), password);
      client.setQueryData(sessionQuery.queryKey, session);
      void navigate("/");
    } catch (problem) {
      setRefused(problem instanceof Error ? problem.message : String(problem));
    }
  };
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="sign-in">
      <form onSubmit={(e) => void begin(e)}>
        <h1>
          <Sign size={38} /> {words.welcome.title}
        </h1>
        <p className="soft">{data.open ? words.welcome.text : words.welcome.gone}</p>
        {data.open && (
          <>
            <label>
              {words.welcome.name}
              <Input
                autoFocus
                name="name"
                autoComplete="name"
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            <label>
              {words.welcome.login}
              <Input
                name="login"
                autoComplete="username"
                value={login}
                onChange={(e) => setLogin(e.target.value)}
              />
            </label>
            <label>
              {words.welcome.password}
              <Input.Password
                name="password"
                autoComplete="new-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            </label>
            {refused && (
              <p className="refused" role="alert">
                {refused}
              </p>
            )}
            <Button
              type="primary"
              htmlType="submit"
              disabled={!name.trim() || !login.trim() || password.length < 10}
            >
              {words.welcome.go}
            </Button>
          </>
        )}
      </form>
    </main>
  );
}
