import { Button, Input } from "antd";
import { type ReactNode, useState } from "react";
import type { DocComment } from "../../api";
import { Ago, useKept, useNow, useSay } from "../../look";
import { words } from "../../words";
import type { Review } from "./useReview";

const t = words.writing.reviewing;

/** What was said, with its answers; each can be answered and settled. */
export function Comments({
  comments,
  review,
  quoted,
}: {
  comments: DocComment[];
  review: Review;
  quoted?: boolean;
}) {
  if (comments.length === 0) return null;
  return (
    <ul className="comments">
      {comments.map((c) => (
        <Comment key={c.id} c={c} review={review} quoted={quoted} />
      ))}
    </ul>
  );
}

function Comment({ c, review, quoted }: { c: DocComment; review: Review; quoted?: boolean }) {
  const say = useSay();
  const now = useNow();
  const settled = c.settledAt !== null;
  return (
    <li className={settled ? "settled" : ""}>
      <p>
        <b>{c.person}</b>{" "}
        <span className="soft">
          <Ago at={c.at} now={now} /> · {t.ofRevision(c.revision)}
        </span>
      </p>
      {quoted && c.quote !== "" && <p className="soft mono quote">{c.quote}</p>}
      <p className="comment-text">{c.text}</p>
      {c.answers.map((a, i) => (
        <p key={i} className="comment-text answer">
          <b>{a.person}</b> {a.text}
        </p>
      ))}
      {settled ? (
        <p className="soft">
          {t.settledBy(c.settledBy ?? "")}{" "}
          <button
            type="button"
            className="plain"
            onClick={() => void review.settle(c.id, false).catch(say.failed)}
          >
            {t.open}
          </button>
        </p>
      ) : (
        <SayBox
          label={t.answer}
          keptAs={review.keptAs(`answer.${c.id}`)}
          send={(text) => review.answer(c.id, text)}
          more={
            <button
              type="button"
              className="plain"
              onClick={() => void review.settle(c.id, true).catch(say.failed)}
            >
              {t.settle}
            </button>
          }
        />
      )}
    </li>
  );
}

/** A box for a few words; Enter sends them. What is typed stays if it cannot be sent, and outlives a reload. */
export function SayBox(p: {
  label: string;
  keptAs: string;
  send: (text: string) => Promise<void>;
  autoFocus?: boolean;
  more?: ReactNode;
}) {
  const [text, setText] = useKept(p.keptAs, "");
  const [busy, setBusy] = useState(false);
  const say = useSay();
  const send = async () => {
    if (text.trim() === "" || busy) return;
    setBusy(true);
    try {
      await p.send(text);
      setText("");
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="say-box">
      <Input.TextArea
        autoFocus={p.autoFocus}
        autoSize={{ minRows: 1, maxRows: 8 }}
        maxLength={2000}
        aria-label={p.label}
        placeholder={p.label}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== "Enter" || e.shiftKey) return;
          e.preventDefault();
          void send();
        }}
      />
      <Button size="small" disabled={text.trim() === ""} onClick={() => void send()}>
        {t.send}
      </Button>
      {p.more}
    </div>
  );
}
