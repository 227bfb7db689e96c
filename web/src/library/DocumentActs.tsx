import { useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { type FormEvent, useContext, useState } from "react";
import { Link, useNavigate } from "react-router";
import { SignedIn } from "../frame";
import { Pop, useSay } from "../look";
import { words } from "../words";
import { moveTo, rename } from "./api";

const t = words.library.acts;

/** What authors and leads do with a document as a whole: copy it, give it another name, put it away. */
export function DocumentActs({
  folder,
  docKey,
  title,
}: {
  folder: "errors" | "fixes";
  docKey: string;
  title: string;
}) {
  const roles = useContext(SignedIn).roles;
  const lead = roles.includes("lead");
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useSay();
  const away = () =>
    void moveTo(folder, docKey, "retired")
      .then(() => {
        void client.invalidateQueries({ queryKey: ["library"] });
        say.done(
          <>
            {t.isAway(title)}{" "}
            <button
              type="button"
              className="plain"
              onClick={() =>
                void moveTo(folder, docKey, "published")
                  .then(() => client.invalidateQueries({ queryKey: ["library"] }))
                  .catch(say.failed)
              }
            >
              {words.common.undo}
            </button>
          </>,
        );
        void navigate(folder === "fixes" ? "/library/fixes" : "/library");
      })
      .catch(say.failed);
  return (
    <>
      <Link to={`/write/${folder}?from=${docKey}`}>{t.copy}</Link>
      {lead && <Renaming folder={folder} docKey={docKey} />}
      {lead && (
        <button type="button" className="plain" onClick={away}>
          {t.putAway}
        </button>
      )}
    </>
  );
}

function Renaming({ folder, docKey }: { folder: "errors" | "fixes"; docKey: string }) {
  return (
    <Pop content={(close) => <NewName folder={folder} docKey={docKey} close={close} />}>
      <button type="button" className="plain">
        {t.rename}
      </button>
    </Pop>
  );
}

function NewName({
  folder,
  docKey,
  close,
}: {
  folder: "errors" | "fixes";
  docKey: string;
  close: () => void;
}) {
  const [to, setTo] = useState(docKey);
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useSay();
  const good = /^[a-z0-9][a-z0-9-]{0,99}$/.test(to) && to !== docKey;
  const send = (e: FormEvent) => {
    e.preventDefault();
    if (!good) return;
    rename(folder, docKey, to)
      .then(() => {
        close();
        void client.invalidateQueries({ queryKey: ["library"] });
        say.done(t.renamed(to));
        void navigate(`/library/${folder}/${to}`);
      })
      .catch(say.failed);
  };
  return (
    <form className="asking" onSubmit={send}>
      <div>
        <Input
          autoFocus
          className="mono"
          aria-label={t.newName}
          value={to}
          onChange={(e) => setTo(e.target.value)}
          suffix=".md"
        />
        <p className="soft">{t.keeps}</p>
      </div>
      <Button type="primary" htmlType="submit" disabled={!good}>
        {t.rename}
      </Button>
    </form>
  );
}
