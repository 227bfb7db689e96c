import { useQuery } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Word, WordChange } from "../../api";
import { useSay } from "../../look";
import { words } from "../../words";
import { renameWord, usesQuery } from "../api";
import type { Taken } from "../sheet/PartForm";

const t = words.writing.deskWords;
const SHOWN = 8;

/** Where a word stands, and calling it otherwise: everywhere if it was saved, else only here. */
export function WordAbout(p: {
  group: string;
  word: Word;
  make: (edits: WordChange[], kind: string) => Promise<Taken>;
  etag: string | null;
  isSaved: boolean;
  called: (to: string) => void;
  renamed: (to: string, documents: number) => void;
}) {
  const { group, word } = p;
  const { data: uses } = useQuery({ ...usesQuery(group, word.name), enabled: p.isSaved });
  const [to, setTo] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useSay();
  const rename = async () => {
    const name = (to ?? "").trim();
    if (name === "" || name === word.name || busy) return;
    if (!p.isSaved) {
      // nobody knows it by its first name yet
      const came = await p.make(
        [
          { op: "rename", group, name: word.name, to: name },
          { op: "put", group, name, field: "formerly", values: [] },
        ],
        "rename",
      );
      if (came) say.failed(new Error(came.refused));
      else p.called(name);
      return;
    }
    if (p.etag === null) return;
    setBusy(true);
    try {
      const done = await renameWord(group, word.name, name, p.etag);
      p.called(name);
      p.renamed(name, done.documents);
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="word-about">
      {uses && (
        <p className="soft">
          {t.used(uses.count, uses.more)}{" "}
          {uses.first.slice(0, SHOWN).map((u, i) => (
            <span key={`${u.folder}/${u.key}`}>
              {i > 0 && ", "}
              <Link to={`/write/${u.folder}/${u.key}`}>{u.title}</Link>
            </span>
          ))}
          {uses.count > SHOWN && `, ${t.more(uses.count - SHOWN)}`}
        </p>
      )}
      {to === null ? (
        <button type="button" className="plain" onClick={() => setTo(word.name)}>
          {t.callIt}
        </button>
      ) : (
        <div className="word-rename">
          <Input
            autoFocus
            aria-label={t.newName}
            maxLength={120}
            value={to}
            onChange={(e) => setTo(e.target.value)}
            onPressEnter={() => void rename()}
            onKeyDown={(e) => {
              if (e.key !== "Escape") return;
              e.stopPropagation();
              setTo(null);
            }}
          />
          <Button
            size="small"
            loading={busy}
            disabled={p.isSaved && p.etag === null}
            onClick={() => void rename()}
          >
            {p.isSaved ? t.everywhere : words.common.save}
          </Button>
          <span className="soft">{p.isSaved ? (p.etag === null ? t.saveFirst : t.renameSays) : null}</span>
        </div>
      )}
    </div>
  );
}
