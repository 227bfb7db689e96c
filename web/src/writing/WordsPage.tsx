import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { lazy, Suspense, useEffect, useState } from "react";
import { HttpError, type Problem } from "../api";
import { Coming, Failed, useKept, useSay } from "../look";
import { words } from "../words";
import { saveVocabulary, vocabularyQuery } from "./api";
import "./writing.css";

const Beside = lazy(() => import("./Beside"));
const PlainEditor = lazy(() => import("./PlainEditor"));
const t = words.writing.deskWords;

/** The words of the desk: its products, facts, needs and settings. States: loading, failed, empty, filled, refused, changed by another. */
export function WordsPage() {
  const { data, error, refetch } = useQuery(vocabularyQuery);
  const client = useQueryClient();
  const say = useSay();
  const [typed, setTyped] = useKept<string | null>("desk-words", null);
  const [problems, setProblems] = useState<Problem[]>([]);
  const [changed, setChanged] = useState(false);
  const text = typed ?? (data?.text === "" ? t.example : (data?.text ?? ""));
  const unsaved = data !== undefined && typed !== null && typed !== data.text;
  const save = async () => {
    if (!data || !unsaved) return;
    try {
      await saveVocabulary(text, data.text === "" ? null : data.etag);
      setTyped(null);
      setProblems([]);
      setChanged(false);
      say.done(t.saved);
      void client.invalidateQueries({ queryKey: vocabularyQuery.queryKey });
      void client.invalidateQueries({ queryKey: ["words"] });
    } catch (e) {
      if (e instanceof HttpError && Array.isArray(e.more.problems)) setProblems(e.more.problems as Problem[]);
      // what somebody else saved is fetched; what was typed stays, and is saved over it if one says so again
      if (e instanceof HttpError && e.status === 412) {
        setChanged(true);
        void refetch();
      }
      say.failed(e);
    }
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "s") return;
      e.preventDefault();
      void save();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="writing">
      <div className="page-head">
        <h1>{t.title}</h1>
        <span className="soft">{unsaved ? words.writing.unsaved : words.writing.clean}</span>
        {typed !== null && (
          <button type="button" className="plain" onClick={() => setTyped(null)}>
            {words.writing.drop}
          </button>
        )}
        <Button type="primary" disabled={!unsaved} onClick={() => void save()}>
          {words.writing.save}
        </Button>
      </div>
      <p className="soft words-says">{data.text === "" ? t.empty : t.says}</p>
      {changed && <Merging key={data.etag} theirs={data.text} begun={text} onChange={setTyped} />}
      {problems.length > 0 && (
        <ul className="held-problems">
          {problems.map((x) => (
            <li key={`${x.line}:${x.column}:${x.message}`} className={x.severity}>
              <span className="mono">{words.writing.at(x.line, x.column)}</span> {x.message}{" "}
              <span className="soft">{x.remedy}</span>
            </li>
          ))}
        </ul>
      )}
      {!changed && (
        <Suspense fallback={<Coming />}>
          <PlainEditor
            label={t.title}
            text={text}
            onChange={(next) => setTyped(next === data.text ? null : next)}
          />
        </Suspense>
      )}
    </main>
  );
}

/** What somebody else saved beside one's own. The view begins once with one's own: what is taken over there is the page's text. */
function Merging({
  theirs,
  begun,
  onChange,
}: {
  theirs: string;
  begun: string;
  onChange: (text: string) => void;
}) {
  const [mine] = useState(begun);
  return (
    <div className="conflict" role="alert">
      <p>{t.changed}</p>
      <Suspense fallback={<Coming />}>
        <Beside
          left={theirs}
          leftTitle={words.writing.theirs("")}
          right={mine}
          rightTitle={words.writing.mine}
          onRight={onChange}
        />
      </Suspense>
    </div>
  );
}
