import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { Link } from "react-router";
import type { ErrorEvidence } from "../api";
import { SignedIn } from "../frame";
import { KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { makeDraft } from "./api";
import { Crossing } from "./Crossing";

const w = words.evidence.error;

/** The two orders, the minutes between them, what to do about it, and what is still unsure. */
export function OrderBeside(p: { evidence: ErrorEvidence; onPick: (key: string) => void }) {
  const { evidence: e } = p;
  const o = e.order;
  const [how, setHow] = useState(false);
  const author = useContext(SignedIn).roles.includes("author");
  const draft = useDraft(e.error);
  const mayDraft = author && o.changes && !draft.isSuccess;
  useKeys(words.evidence.title, [
    { key: "h", says: words.evidence.keys.how, act: () => setHow(!how) },
    ...(mayDraft ? [{ key: "d", says: words.evidence.keys.draft, act: () => draft.mutate(null) }] : []),
  ]);
  return (
    <section className="order-beside">
      <h2>{w.order}</h2>
      <Crossing order={o} onPick={p.onPick} />
      {!e.measured && <p className="soft">{w.tooLittle(e.solved)}</p>}
      {e.measured && <Minutes e={e} />}
      <p className="acts">
        {mayDraft && (
          <KeyButton k="d" strong onPress={() => draft.mutate(null)} disabled={draft.isPending}>
            {w.draft}
          </KeyButton>
        )}
        {e.measured && (
          <KeyButton k="h" onPress={() => setHow(!how)}>
            {w.how}
          </KeyButton>
        )}
      </p>
      {draft.isSuccess && <Drafted error={e.error} />}
      {how && <p className="soft">{w.howText(e.cases, words.common.minutes(e.handOverMinutes))}</p>}
      {e.measured && <Unsure e={e} />}
    </section>
  );
}

/** A draft made from what was measured; says what was refused. */
export function useDraft(error: string) {
  const say = useSay();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (ruleOut: string | null) => makeDraft(error, ruleOut),
    onSuccess: () => client.invalidateQueries({ queryKey: ["library"] }),
    onError: (x) => say.failed(x),
  });
}

export function Drafted({ error }: { error: string }) {
  return (
    <p>
      {w.drafted} <Link to={`/write/errors/${error}`}>{w.openDraft}</Link>
    </p>
  );
}

function Strong({ parts }: { parts: string[] }) {
  return <>{parts.map((t, i) => (i % 2 === 1 ? <strong key={i}>{t}</strong> : t))}</>;
}

function Minutes({ e }: { e: ErrorEvidence }) {
  const o = e.order;
  if (o.minutesMeasured === null || o.minutesAuthored === null) return null;
  if (!o.changes) return <p>{w.differsNot}</p>;
  return (
    <>
      <p>
        <Strong
          parts={w.expected(words.common.tenths(o.minutesMeasured), words.common.tenths(o.minutesAuthored))}
        />
      </p>
      <p>
        {o.savedAMonth ? (
          <Strong parts={w.save(String(Math.round(o.casesAMonth)), words.common.minutes(o.savedAMonth))} />
        ) : (
          w.learns
        )}
      </p>
    </>
  );
}

function Unsure({ e }: { e: ErrorEvidence }) {
  return (
    <>
      <h2>{w.unsure}</h2>
      {e.teaching.map((t) => (
        <p key={t.key} className="soft">
          {w.unsureText(t.title, t.triedFirst, t.tried)}
        </p>
      ))}
      {e.oneOrder && <p className="soft">{w.oneOrder}</p>}
      {e.teaching.length === 0 && !e.oneOrder && <p className="soft">{w.sure}</p>}
    </>
  );
}
