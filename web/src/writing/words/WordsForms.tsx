import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useEffect, useRef, useState } from "react";
import {
  HttpError,
  type Outline,
  type OutlineField,
  type Word,
  type WordChange,
  type WordGroup,
} from "../../api";
import { Coming, Failed } from "../../look";
import { words } from "../../words";
import { editWords, wordsOutlineQuery } from "../api";
import { PartForm, type Taken } from "../sheet/PartForm";
import { Row } from "../sheet/Row";
import "../sheet/sheet.css";
import { WordAbout } from "./WordAbout";

const t = words.writing.deskWords;
/** Words have no fixes to choose from. */
const NO_OUTLINE: Outline = { head: [], parts: [], offers: [] };
/** What a word was called before is changed by calling it otherwise. */
const own = (fields: OutlineField[]) => fields.filter((f) => f.name !== "formerly");

interface Shared {
  text: string;
  /** What was saved; a word that stands in it is renamed everywhere. */
  saved: string;
  /** The entity tag of that; null while something else is not saved. */
  etag: string | null;
  change: (text: string, kind: string) => void;
  renamed: (to: string, documents: number) => void;
}

/** The words of the desk, each opened where it stands. States: loading, unreadable, empty, filled. */
export function WordsForms(p: Shared) {
  const { data, error, refetch } = useQuery(wordsOutlineQuery(p.text));
  const client = useQueryClient();
  const { data: saved } = useQuery(wordsOutlineQuery(p.saved));
  const [open, setOpen] = useState<string | null>(null);
  const latest = useRef(p.text);
  useEffect(() => {
    latest.current = p.text;
  }, [p.text]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  if (data.problems.some((x) => x.severity === "error")) return <p className="refused">{t.unreadable}</p>;
  const make = async (edits: WordChange[], kind: string): Promise<Taken> => {
    try {
      const done = await editWords(latest.current, edits);
      latest.current = done.text;
      // what stands in it came with the answer
      client.setQueryData(wordsOutlineQuery(done.text).queryKey, done);
      p.change(done.text, kind);
      return null;
    } catch (e) {
      return {
        refused: e instanceof Error ? e.message : String(e),
        offline: !(e instanceof HttpError) || e.status === 0 || e.status >= 500,
      };
    }
  };
  const known = (group: string, name: string) =>
    saved?.outline.groups.some((g) => g.name === group && g.words.some((w) => w.name === name)) ?? false;
  return (
    <div className="desk-words">
      {data.outline.groups.map((g) => (
        <Group
          key={g.name}
          group={g}
          open={open}
          setOpen={setOpen}
          make={make}
          shared={p}
          isSaved={(name) => known(g.name, name)}
        />
      ))}
      <section>
        <h2>{t.settings}</h2>
        {open === "settings" ? (
          <PartForm
            label={t.settings}
            help=""
            mayBeEmpty
            fields={data.outline.settings}
            outline={NO_OUTLINE}
            write={(typed, names) =>
              make(
                names.map((field) => ({
                  op: "put",
                  group: "settings",
                  name: "",
                  field,
                  values: typed[field],
                })),
                "settings",
              )
            }
            onClose={() => setOpen(null)}
          />
        ) : (
          data.outline.settings.map((f) => (
            <Row
              key={f.name}
              label={words.sheet.fields[f.name] ?? f.name}
              onOpen={() => setOpen("settings")}
              focused={false}
            >
              {f.values[0] ?? <span className="soft">{t.asUsual}</span>}
            </Row>
          ))
        )}
      </section>
    </div>
  );
}

function Group(p: {
  group: WordGroup;
  open: string | null;
  setOpen: (open: string | null) => void;
  make: (edits: WordChange[], kind: string) => Promise<Taken>;
  shared: Shared;
  isSaved: (name: string) => boolean;
}) {
  const { group, make } = p;
  const w = t.groups[group.name];
  const [adding, setAdding] = useState<string | null>(null);
  const [refused, setRefused] = useState("");
  const id = (name: string) => `${group.name}/${name}`;
  const add = async () => {
    const name = (adding ?? "").trim();
    if (name === "") return setAdding(null);
    const came = await make([{ op: "add", group: group.name, name, fields: {} }], `add ${group.name}`);
    setRefused(came ? came.refused : "");
    if (came) return;
    setAdding(null);
    p.setOpen(id(name));
  };
  return (
    <section aria-label={w?.title}>
      <h2>{w?.title}</h2>
      <p className="soft">{w?.says}</p>
      {group.words.length === 0 && <p className="soft">{w?.none}</p>}
      {group.words.map((word) =>
        p.open === id(word.name) ? (
          <div key={word.name} className="desk-word">
            <h3>{word.name}</h3>
            <PartForm
              label={word.name}
              keyword={group.name}
              help=""
              mayBeEmpty
              fields={own(word.fields)}
              outline={NO_OUTLINE}
              write={(typed, names) =>
                make(
                  names.map((field) => ({
                    op: "put",
                    group: group.name,
                    name: word.name,
                    field,
                    values: typed[field],
                  })),
                  id(word.name),
                )
              }
              onClose={() => p.setOpen(null)}
              onRemove={() => void make([{ op: "remove", group: group.name, name: word.name }], "remove")}
              beside={() => (
                <WordAbout
                  group={group.name}
                  word={word}
                  make={make}
                  etag={p.shared.etag}
                  isSaved={p.isSaved(word.name)}
                  called={(to) => p.setOpen(id(to))}
                  renamed={p.shared.renamed}
                />
              )}
            />
          </div>
        ) : (
          <Row key={word.name} label={word.name} onOpen={() => p.setOpen(id(word.name))} focused={false}>
            <Says group={group.name} word={word} />
          </Row>
        ),
      )}
      {adding === null ? (
        <button type="button" className="plain add-part" onClick={() => setAdding("")}>
          + {w?.add}
        </button>
      ) : (
        <div className="desk-word-new">
          <Input
            autoFocus
            aria-label={w?.name}
            placeholder={w?.name}
            maxLength={120}
            value={adding}
            onChange={(e) => setAdding(e.target.value)}
            onPressEnter={() => void add()}
            onKeyDown={(e) => {
              if (e.key === "Escape") setAdding(null);
            }}
          />
          <Button size="small" type="primary" onClick={() => void add()}>
            {t.addIt}
          </Button>
          {refused && (
            <p className="refused" role="alert">
              {refused}
            </p>
          )}
        </div>
      )}
    </section>
  );
}

/** A word in one line: what it is, and what it can be. */
function Says({ group, word }: { group: string; word: Word }) {
  const said = (name: string) => word.fields.find((f) => f.name === name)?.values ?? [];
  const title = said(group === "products" ? "about" : "title")[0];
  const more = [
    said(group === "products" ? "versions" : "choices").join(", "),
    said("type")[0] ?? "",
    said("minutes")[0] ? t.minutes(said("minutes")[0] ?? "") : "",
    said("formerly").length > 0 ? t.formerly(said("formerly")) : "",
  ].filter((x) => x !== "");
  return (
    <>
      {title}
      {more.length > 0 && (
        <span className="soft">
          {title ? " · " : ""}
          {more.join(" · ")}
        </span>
      )}
    </>
  );
}
