import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { type FormEvent, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { Coming, Failed, SHORTEST, Sign, Strength } from "../look";
import { words } from "../words";
import { invitationQuery, sessionQuery, welcome } from "./api";
import { Refused, TextField } from "./TextField";

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
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="sign-in">
      <form onSubmit={(e) => void begin(e)}>
        <h1>
          <Sign size={38} /> {data.login === null ? words.welcome.title : words.welcome.choose}
        </h1>
        <p className="soft">
          {!data.open
            ? words.welcome.gone
            : data.login === null
              ? words.welcome.text
              : words.welcome.chooseText(data.name ?? "", data.login)}
        </p>
        {data.open && (
          <>
            {data.login === null ? (
              <>
                <TextField
                  label={words.welcome.name}
                  name="name"
                  autoComplete="name"
                  first
                  value={name}
                  onChange={setName}
                />
                <TextField
                  label={words.welcome.login}
                  name="login"
                  autoComplete="username"
                  value={login}
                  onChange={setLogin}
                />
              </>
            ) : (
              // so that password keepers know whose it is
              <input type="text" hidden autoComplete="username" value={data.login} readOnly />
            )}
            <TextField
              label={words.welcome.password}
              name="password"
              autoComplete="new-password"
              secret
              value={password}
              onChange={setPassword}
            />
            <Strength password={password} />
            <Refused why={refused} />
            <Button
              type="primary"
              htmlType="submit"
              disabled={
                (data.login === null && (!name.trim() || !login.trim())) || password.length < SHORTEST
              }
            >
              {words.welcome.go}
            </Button>
          </>
        )}
      </form>
    </main>
  );
}
