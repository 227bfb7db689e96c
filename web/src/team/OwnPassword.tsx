import { Button, Input } from "antd";
import { type FormEvent, useContext, useState } from "react";
import { SignedIn } from "../frame";
import { SHORTEST, Strength, useSay } from "../look";
import { words } from "../words";
import { changePassword } from "./api";

const t = words.team;

/** One's own new password. This browser stays signed in; everything else of the same person must come in anew. */
export function OwnPassword() {
  const login = useContext(SignedIn).login;
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const [refused, setRefused] = useState("");
  const say = useSay();
  const change = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await changePassword(old, fresh);
      say.done(t.passwordChanged);
      setOld("");
      setFresh("");
      setRefused("");
    } catch (problem) {
      setRefused(problem instanceof Error ? problem.message : String(problem));
    }
  };
  return (
    <section>
      <h2>{t.ownPassword}</h2>
      <p className="soft">{t.ownPasswordSays}</p>
      <form className="add-person" onSubmit={(e) => void change(e)}>
        {/* so that password keepers know whose it is */}
        <input type="text" hidden autoComplete="username" value={login} readOnly />
        <Input.Password
          aria-label={t.oldPassword}
          placeholder={t.oldPassword}
          autoComplete="current-password"
          value={old}
          onChange={(e) => setOld(e.target.value)}
        />
        <Input.Password
          aria-label={t.newPassword}
          placeholder={t.newPassword}
          autoComplete="new-password"
          value={fresh}
          onChange={(e) => setFresh(e.target.value)}
        />
        <Button htmlType="submit" disabled={old === "" || fresh.length < SHORTEST}>
          {t.changePassword}
        </Button>
      </form>
      <Strength password={fresh} />
      {refused && (
        <p className="refused" role="alert">
          {refused}
        </p>
      )}
    </section>
  );
}
