import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Segmented } from "antd";
import { lazy, Suspense, useContext, useEffect, useState } from "react";
import { HttpError, now, type Problem } from "../../api";
import { SignedIn } from "../../frame";
import { Coming, Failed, isTextBox, Key, useKept, useSay } from "../../look";
import { words } from "../../words";
import { saveVocabulary, vocabularyQuery } from "../api";
import { useHistory } from "../useHistory";
import { WordsForms } from "./WordsForms";
import "../writing.css";

const Beside = lazy(() => import("../Beside"));
const PlainEditor = lazy(() => import("../PlainEditor"));
const t = words.writing.deskWords;

/** The words of the desk: its products, facts, needs and settings. States: loading, failed, empty, filled, refused, changed by another. */
export function WordsPage() {
  const { data, error, refetch } = useQuery(vocabularyQuery);
  const client = useQueryClient();
  const say = useSay();
  const [typed, setTyped] = useKept<string | null>("desk-words", null);
  const [problems, setProblems] = useState<Problem[]>([]);
  const [changed, setChanged] = useState(false);
  const [view, setView] = useKept<"forms" | "source">("desk-words-view", "forms");
  const history = useHistory();
  const lead = useContext(SignedIn).roles.includes("lead");
  const text = typed ?? data?.text ?? "";
  const unsaved = data !== undefined && typed !== null && typed !== data.text;
  const save = async () => {
    if (!data || !unsaved || !lead) return;
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
  const set = (next: string) => setTyped(next === data?.text ? null : next);
  const change = (next: string, kind: string) => {
    if (next === text) return;
    history.note(text, kind, now());
    set(next);
  };
  const undo = () => {
    const before = history.back(text);
    if (before !== null) set(before);
  };
  const redo = () => {
    const after = history.forth(text);
    if (after !== null) set(after);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.altKey || e.defaultPrevented) return;
      const inBox = isTextBox(e.target);
      const does = {
        s: () => void save(),
        e: () => setView(view === "forms" ? "source" : "forms"),
        z: inBox ? undefined : e.shiftKey ? redo : undo,
        y: inBox ? undefined : redo,
      }[e.key.toLowerCase()];
      if (!does) return;
      e.preventDefault();
      does();
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
        <Button
          type="primary"
          disabled={!unsaved || !lead}
          title={lead ? undefined : t.onlyLead}
          onClick={() => void save()}
        >
          {words.writing.save}
        </Button>
      </div>
      <div className="views">
        <Segmented
          aria-label={words.sheet.views}
          value={view}
          onChange={(v) => setView(v)}
          options={[
            { value: "forms" as const, label: t.inForms },
            { value: "source" as const, label: words.sheet.toSource },
          ]}
        />
        <Key k="Ctrl E" />
        <button type="button" className="plain" disabled={!history.canGoBack} onClick={undo}>
          {words.sheet.undo}
        </button>
        <button type="button" className="plain" disabled={!history.canGoForth} onClick={redo}>
          {words.sheet.redo}
        </button>
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
      {!changed &&
        (view === "source" ? (
          <Suspense fallback={<Coming />}>
            <PlainEditor
              label={t.title}
              // who writes the first words by hand sees what such words look like
              text={text === "" ? t.example : text}
              onChange={(next) => change(next === t.example && text === "" ? "" : next, "source")}
            />
          </Suspense>
        ) : (
          <WordsForms
            text={text}
            etag={unsaved || data.text === "" ? null : data.etag}
            saved={data.text}
            change={change}
            renamed={(to, documents) => {
              say.done(t.renamed(to, documents));
              void client.invalidateQueries();
            }}
          />
        ))}
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
