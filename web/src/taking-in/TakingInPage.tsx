import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Fragment, useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { FoundHere, useFoundHere } from "../find";
import { useTakingIn } from "../frame";
import { Failed, isTextBox, Key, MiniSeam, useKeys, useSay } from "../look";
import { words } from "../words";
import { About } from "./About";
import { Alike } from "./Alike";
import { SaidBefore } from "./SaidBefore";
import { addText, openCase, recogniseQuery } from "./api";
import { openPractice, OnTheLine } from "../practice";
import { CandidateCard } from "./Candidates";
import { Asks, Denied, keysOf, questionOf, useAnswer } from "./Asks";
import { EarlierLogs, LogPage, PickLog } from "./LogPage";
import { firstOfProduct, OfProduct, useOfProduct } from "./OfProduct";
import { Secrets } from "./Secrets";
import { TextArea } from "./TextArea";
import { useLog } from "./useLog";
import "./taking-in.css";

const MOST = 5;
const LONGEST = 1_000_000;
/** Typing waits this long for the next letter; a paste does not wait. */
const PAUSE_MS = 120;

/** The text settled for a moment: what is asked about. */
function useSettled(text: string, pastes: number): string {
  const [settled, setSettled] = useState(text);
  const [seen, setSeen] = useState(pastes);
  if (seen !== pastes) {
    setSeen(pastes);
    setSettled(text);
  }
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}

/** The field grown to a page: the text at the left, which known error it is at the right. */
export function TakingInPage() {
  const { draft, change, clear, pastes, pasted } = useTakingIn();
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useSay();
  const box = useRef<HTMLTextAreaElement>(null);
  const list = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState(0);
  const [opening, setOpening] = useState(false);

  const log = useLog();
  const { read } = log;
  const tooLong = draft.text.length > LONGEST;
  const settled = useSettled(tooLong ? "" : draft.text, pastes);
  const { data, error, isFetching } = useQuery(
    recogniseQuery(settled, draft.product, draft.version, draft.phase, draft.denied),
  );
  const found = settled.trim() === "" ? undefined : data;
  // what stands at the right is not yet about all of what was typed
  const behind = isFetching || (!tooLong && settled !== draft.text);
  const candidates = found?.candidates.slice(0, MOST) ?? [];
  const firstGuess = candidates.findIndex((c) => c.band === "guess");
  const weak = found !== undefined && (candidates.length === 0 || firstGuess === 0);
  const others = useOfProduct(draft.product, draft.phase, candidates);
  const further = weak ? firstOfProduct(others) : [];
  const elsewhere = useFoundHere(draft.text);
  // what may be chosen, from above: known errors, none of them, others of the product, what else has these words
  const choices = candidates.length + 1 + further.length;
  const question = questionOf(found?.asks ?? []);
  const answer = useAnswer();

  useEffect(() => {
    if (pastes > 0) list.current?.focus();
    else box.current?.focus();
    const end = box.current?.value.length ?? 0;
    box.current?.setSelectionRange(end, end);
  }, [pastes]);

  /** Opens a case with what was typed; a log's line goes beside it as a text of its own. */
  const open = useCallback(
    async (errorKey: string | null, line = "") => {
      const typed = draft.text.trim() === "" ? "" : draft.text;
      if (opening || (typed || line).trim() === "") return;
      setOpening(true);
      try {
        const c = await (draft.call ? openPractice(draft.call) : openCase)({
          text: typed || line,
          error: errorKey,
          product: draft.product || null,
          productVersion: draft.version || null,
          phase: draft.phase || null,
          device: draft.device || null,
          requester: draft.requester || null,
          reference: draft.reference || null,
          unmasked: draft.unmasked,
        });
        client.setQueryData(["case", c.number], c);
        clear();
        if (typed && line) {
          client.setQueryData(["case", c.number], (await addText(c.number, line).catch(say.failed)) ?? c);
        }
        void navigate(`/case/${c.number}`);
      } catch (e) {
        say.failed(e);
        setOpening(false);
      }
    },
    [opening, draft, client, clear, navigate, say],
  );

  const add = async (n: number, text: string) => {
    try {
      client.setQueryData(["case", n], await addText(n, text));
      void navigate(`/case/${n}`);
    } catch (e) {
      say.failed(e);
    }
  };

  const move = (by: number) =>
    setChosen((n) => Math.min(Math.max(n + by, 0), choices + elsewhere.length - 1));
  const none = () => void open(found?.firstAid?.error ?? null);
  useKeys(
    words.keys.inTakingIn,
    [
      ...candidates.map((c, i) => ({ key: String(i + 1), says: c.title, act: () => void open(c.error) })),
      ...keysOf(question).map((a) => ({
        key: a.key,
        says: a.value || words.takingIn.yesNo(false),
        act: () => question && answer(question, a.value),
      })),
      { key: "0", says: words.takingIn.none, act: none, alive: found !== undefined },
      { key: "ArrowDown", says: words.takingIn.arrows, act: () => move(1), alive: found !== undefined },
      { key: "ArrowUp", says: words.takingIn.arrows, act: () => move(-1), alive: found !== undefined },
      {
        key: "Enter",
        says: words.takingIn.digits,
        act: () => {
          const key = candidates[chosen]?.error ?? further[chosen - candidates.length - 1]?.key;
          const there = elsewhere[chosen - choices];
          if (there) void navigate(there);
          else if (key) void open(key);
          else none();
        },
        alive: found !== undefined,
      },
      { key: "Escape", says: words.keys.home, act: () => void navigate("/") },
    ].map((k) => ({ ...k, alive: log.file === null && (!("alive" in k) || k.alive) })),
  );

  // loose letters go on with the text; pasting outside the box adds a line to it
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) void navigate("/find");
      if (e.defaultPrevented || isTextBox(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key.length === 1 && /\p{L}/u.test(e.key)) box.current?.focus();
    };
    const onPaste = (e: ClipboardEvent) => {
      const file = e.clipboardData?.files[0];
      if (file && !file.type.startsWith("image/")) {
        e.preventDefault();
        read(file);
        return;
      }
      const text = e.clipboardData?.getData("text/plain") ?? "";
      if (isTextBox(e.target) || text === "") return;
      e.preventDefault();
      change({ text: draft.text === "" ? text : `${draft.text}\n${text}` });
      pasted();
    };
    window.addEventListener("keydown", onKey);
    window.addEventListener("paste", onPaste);
    return () => {
      window.removeEventListener("keydown", onKey);
      window.removeEventListener("paste", onPaste);
    };
  }, [draft.text, change, pasted, read, navigate]);

  const drop = log.dropZone;
  if (log.file) {
    return (
      <LogPage
        log={log}
        typed={draft.text.trim()}
        onOpen={(text, errorKey) => void open(errorKey, text)}
        onAdd={(n, text) => void add(n, text)}
      />
    );
  }
  return (
    <main className={drop.over ? "taking-in dropping" : "taking-in"} {...drop.handlers}>
      <section className="left">
        <div className="page-head">
          <h1>{words.takingIn.title}</h1>
          {draft.text === "" ? (
            <span className="soft">{words.takingIn.hint}</span>
          ) : (
            <button type="button" className="plain" onClick={clear}>
              {words.takingIn.clear}
            </button>
          )}
        </div>
        <OnTheLine />
        <TextArea
          box={box}
          text={draft.text}
          found={settled === draft.text ? found : undefined}
          onChange={(text) => change({ text })}
          onPaste={() => setTimeout(pasted)}
          onDown={() => list.current?.focus()}
        />
        {tooLong && (
          <p className="refused" role="alert">
            {words.takingIn.tooLong(draft.text.length)}
          </p>
        )}
        <PickLog onPick={log.read} />
        <About />
        <Denied />
        <EarlierLogs onShow={log.resume} />
        <Secrets text={draft.text} found={settled === draft.text ? found : undefined} />
        {found && found.codes.length > 0 && (
          <ul className="codes">
            {found.codes.slice(0, 6).map((c) => (
              <li key={`${c.raw}${c.span[0]}`}>
                <span className="mono drawn-code">{c.raw}</span> {c.explained || words.takingIn.ownCode}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section
        className="right"
        ref={list}
        tabIndex={-1}
        aria-label={words.takingIn.which}
        aria-busy={behind}
      >
        <div className="page-head">
          <h1>{words.takingIn.which}</h1>
          <span className="soft">{words.takingIn.digits}</span>
        </div>
        <div aria-live="polite">
          {error && <Failed error={error} />}
          {!found && !error && (
            <div className="empty">
              <MiniSeam outcomes={[]} planned={5} />
              <p className="soft">{words.takingIn.nothingYet}</p>
            </div>
          )}
          {found && candidates.length === 0 && <p className="nothing">{words.takingIn.nothing}</p>}
          {candidates.map((c, i) => (
            <Fragment key={c.error}>
              {i === firstGuess && (
                <p className="guesses">{i === 0 ? words.takingIn.guesses : words.takingIn.moreGuesses}</p>
              )}
              <CandidateCard
                n={i + 1}
                c={c}
                version={draft.version}
                chosen={i === chosen}
                onOpen={() => void open(c.error)}
              />
            </Fragment>
          ))}
        </div>
        {found && <Asks asks={found.asks} candidates={candidates} />}
        {found && (
          <button
            type="button"
            className={chosen === candidates.length ? "candidate none chosen" : "candidate none"}
            onClick={none}
          >
            <Key k="0" />
            <span className="candidate-body">
              <b>{words.takingIn.none}</b>
              <span className="soft">
                {found.firstAid ? words.takingIn.firstAid(found.firstAid.title) : words.takingIn.noneText}
              </span>
            </span>
          </button>
        )}
        {weak && (
          <>
            <OfProduct
              product={draft.product}
              others={others}
              chosen={chosen - candidates.length - 1}
              onOpen={(key) => void open(key)}
            />
            <SaidBefore text={settled} />
            <Alike text={settled} shown={candidates} />
          </>
        )}
        {opening && <p className="soft">{words.takingIn.opening}</p>}
        <FoundHere text={draft.text} chosen={chosen - choices} />
      </section>
    </main>
  );
}
