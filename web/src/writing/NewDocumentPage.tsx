import { Button, Input } from "antd";
import { type FormEvent, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { words } from "../words";

/** Names a new document; its text comes next. */
export function NewDocumentPage() {
  const { kind = "errors" } = useParams();
  const navigate = useNavigate();
  const [key, setKey] = useState("");
  const good = /^[a-z0-9][a-z0-9-]{0,99}$/.test(key);
  const begin = (e: FormEvent) => {
    e.preventDefault();
    if (good) void navigate(`/write/${kind}/${key}`);
  };
  return (
    <main className="page">
      <h1>{kind === "fixes" ? words.library.writeFix : words.library.write}</h1>
      <form className="new-document" onSubmit={begin}>
        <label>
          {words.writing.newKey}
          <Input
            autoFocus
            className="mono"
            value={key}
            onChange={(e) => setKey(e.target.value)}
            suffix=".md"
          />
        </label>
        <p className="soft">{words.writing.keyHint}</p>
        <Button type="primary" htmlType="submit" disabled={!good}>
          {words.writing.create}
        </Button>
        <Link to="/write/how-to">{words.writing.howToLong}</Link>
      </form>
    </main>
  );
}
