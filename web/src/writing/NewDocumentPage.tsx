import { Button, Input } from "antd";
import { type FormEvent, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { HttpError, now } from "../api";
import { keep, useKept, useSay } from "../look";
import { words } from "../words";
import { editText, type Folder, newest } from "./api";
import { keyOf } from "./sheet/parts";
import { type Addition } from "./sheet/proposal";
import { Proposing } from "./sheet/Proposing";
import { keptAs } from "./useDraft";
import type { Kept } from "./useBeingWritten";

const t = words.writing;

/** The text under another name. */
const named = (text: string, from: string, key: string) =>
  text.replace(new RegExp(`^((?:error|fix):[ \\t]*["']?)${from}\\b`, "m"), `$1${key}`);

/** What was measured or confirmed of the one is not the other's. */
const NOT_COPIED = ["aliases", "confirmed", "substantial"];

/** Whether there is such a document, draft or not. */
async function exists(folder: Folder, key: string): Promise<boolean> {
  try {
    await newest(folder, key);
    return true;
  } catch (e) {
    if (e instanceof HttpError && e.status === 404) return false;
    throw e;
  }
}

/** Begins a new document: what it said and what it is called; its file name follows from that, and can be another. */
export function NewDocumentPage() {
  const { kind = "errors" } = useParams();
  const folder: Folder = kind === "fixes" ? "fixes" : "errors";
  const navigate = useNavigate();
  const say = useSay();
  const [title, setTitle] = useKept(`new-document.${folder}.title`, "");
  const [said, setSaid] = useKept(`new-document.${folder}.said`, "");
  const [typedKey, setKey] = useState<string | null>(null);
  const [made, setMade] = useState<Addition[]>([]);
  // a copy begins with what another one says
  const [query] = useSearchParams();
  const from = /^[a-z0-9-]{1,100}$/.exec(query.get("from") ?? "")?.[0];
  const key = typedKey ?? keyOf(title);
  const good = /^[a-z0-9][a-z0-9-]{0,99}$/.test(key);
  const begin = async (e: FormEvent) => {
    e.preventDefault();
    if (!good) return;
    const empty = folder === "fixes" ? t.template.fix(key) : t.template.error(key);
    try {
      if (await exists(folder, key)) {
        say.failed(new Error(t.keyTaken(key)));
        return;
      }
      const begun = from ? named((await newest(folder, from)).text, from, key) : empty;
      const { text } = await editText(folder, begun, [
        ...(from ? NOT_COPIED : [])
          .filter((field) => folder === "fixes" || field !== "substantial")
          .map((field) => ({ op: "put", path: [], field, values: [] })),
        ...(title.trim() ? [{ op: "put", path: [], field: "title", values: [title] }] : []),
        ...made.map((m) => ({ op: "add", path: [1], what: m.what, fields: m.fields })),
      ]);
      setTitle("");
      setSaid("");
      if (text !== empty) keep(keptAs(folder, key), { text, etag: null, at: now() } satisfies Kept);
      void navigate(`/write/${folder}/${key}`);
    } catch (x) {
      say.failed(x);
    }
  };
  return (
    <main className="page">
      <h1>{from ? t.copyOf(from) : folder === "fixes" ? words.library.writeFix : words.library.write}</h1>
      <form className="new-document" onSubmit={(e) => void begin(e)}>
        {folder === "errors" && !from && (
          <Proposing autoFocus text={said} onText={setSaid} onChange={setMade} />
        )}
        <label>
          {folder === "fixes" ? t.newFixTitle : t.newTitle}
          <Input
            autoFocus={folder === "fixes"}
            value={title}
            maxLength={200}
            onChange={(e) => setTitle(e.target.value)}
          />
        </label>
        <label>
          {t.newKey}
          <Input className="mono" value={key} onChange={(e) => setKey(e.target.value)} suffix=".md" />
        </label>
        <p className="soft">{t.keyHint}</p>
        <Button type="primary" htmlType="submit" disabled={!good}>
          {t.create}
        </Button>
        <Link to="/write/how-to">{t.howToLong}</Link>
      </form>
    </main>
  );
}
