import { Dropdown, Input } from "antd";
import { useContext, useState } from "react";
import type { Case, PutBack } from "../../api";
import { SignedIn } from "../../frame";
import { CommandText, Key, KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { words } from "../../words";
import { toClipboard } from "../clipboard";
import type { CaseActs } from "../useCaseActs";

const m = words.case.margin;

/** What is owed, with its command to copy. */
function Owed({ p }: { p: PutBack }) {
  const text = p.command.map((x) => x.text).join("");
  return (
    <>
      {p.text}
      {p.ifNotKnown !== "" && (
        <p className="soft">
          {m.ifNotKnown} {p.ifNotKnown}
        </p>
      )}
      {p.command.length > 0 && p.ifNotKnown === "" && (
        <button
          type="button"
          className="put-back-command mono"
          title={words.common.copy}
          onClick={() => void toClipboard(text)}
        >
          <CommandText pieces={p.command} />
        </button>
      )}
    </>
  );
}

function when(p: PutBack): string {
  if (p.kind === "follow-up") return m.followUp;
  if (p.kind === "debt") return m.debt;
  if (p.state === "for-now") return m.forNow;
  if (p.after === "success") return m.dueSuccess;
  if (p.after === "failure" && !p.due) return m.dueFailure;
  return p.due ? words.desk.due("now") : m.dueNow;
}

/** Something owed in the margin, and the ways to settle it. */
export function PutBackItem(o: { p: PutBack; acts: CaseActs; first: boolean }) {
  const me = useContext(SignedIn).login;
  const { p, acts } = o;
  const [deciding, setDeciding] = useState(false);
  const settle = (state: string, to?: string) => void acts.settle(p.id, state, to);
  return (
    <li className="put-back">
      <span className="hole" aria-hidden="true" />
      <div>
        <Owed p={p} />
        <div className="soft">{when(p)}</div>
        <div className="put-back-keys">
          <button type="button" className="plain" onClick={() => settle("done")}>
            {o.first && <Key k="b" />} {m.putBackDone}
          </button>
          <Dropdown
            trigger={["click"]}
            menu={{
              items: [
                { key: "me", label: m.passOn },
                { key: "requester", label: m.toRequester },
                { key: "kept", label: m.keptOnPurpose },
                { key: "no-longer-applies", label: m.noLongerApplies },
              ],
              onClick: ({ key }) =>
                key === "kept"
                  ? setDeciding(true)
                  : key === "me"
                    ? settle("passed-to", me)
                    : key === "requester"
                      ? settle("passed-to", "requester")
                      : settle(key),
            }}
          >
            <button type="button" className="plain">
              {words.case.more}
            </button>
          </Dropdown>
        </div>
        {deciding && (
          <Input
            autoFocus
            size="small"
            aria-label={m.whoDecided}
            placeholder={m.whoDecided}
            maxLength={120}
            onPressEnter={(e) => {
              const who = e.currentTarget.value.trim();
              if (who) void acts.settle(p.id, "kept", undefined, who).then((ok) => ok && setDeciding(false));
            }}
            onKeyDown={(e) => e.key === "Escape" && setDeciding(false)}
          />
        )}
      </div>
    </li>
  );
}

/** What passed to somebody or is kept on purpose, for the record. */
export function SettledItem({ p, may, acts }: { p: PutBack; may: boolean; acts: CaseActs }) {
  const day = p.dueAt
    ? words.desk.due(new Date(p.dueAt).toLocaleDateString(words.locale, { dateStyle: "medium" }))
    : "";
  return (
    <li className="soft">
      {p.text}, {p.state === "kept" ? m.keptBy(p.decidedBy ?? "") : m.passedTo(p.passedTo ?? "", day)}
      {may && (
        <button type="button" className="plain settle" onClick={() => void acts.settle(p.id, "done")}>
          {m.putBackDone}
        </button>
      )}
    </li>
  );
}

/** Keys that settle the first of what is owed; where a fix has failed, before the next one. */
export function OwedFirst(o: { c: Case; owed: PutBack[]; acts: CaseActs; onLater: () => void }) {
  const me = useContext(SignedIn).login;
  const { owed, acts } = o;
  const first = owed[0];
  const settle = (state: string, to?: string) => first && void acts.settle(first.id, state, to);
  useKeys(
    words.desk.putBacks,
    [
      { key: "b", says: m.putBackDone, act: () => settle("done") },
      { key: "k", says: words.case.owedKeep, act: () => settle("for-now") },
      { key: "t", says: m.passOn, act: () => settle("passed-to", me) },
      { key: "q", says: m.toRequester, act: () => settle("passed-to", "requester") },
      { key: "Escape", says: words.case.owedLater, act: o.onLater },
    ],
    KEY_LEVEL.part,
  );
  if (!first) return null;
  const by = o.c.attempts.find((a) => a.id === first.attempt)?.title ?? "";
  return (
    <div className="open-fix undo-first" role="alert">
      <header>
        <h2>{words.case.owedFirst(by)}</h2>
        {owed.length > 1 && <span className="soft">{words.desk.putBackCount(owed.length)}</span>}
      </header>
      <div className="owed-text">
        <Owed p={first} />
      </div>
      <footer className="outcomes">
        <KeyButton k="b" strong onPress={() => settle("done")}>
          {m.putBackDone}
        </KeyButton>
        <KeyButton k="k" onPress={() => settle("for-now")}>
          {words.case.owedKeep}
        </KeyButton>
        <KeyButton k="t" onPress={() => settle("passed-to", me)}>
          {m.passOn}
        </KeyButton>
        <KeyButton k="q" onPress={() => settle("passed-to", "requester")}>
          {m.toRequester}
        </KeyButton>
        <button type="button" className="plain" onClick={o.onLater}>
          <Key k="Esc" /> {words.case.owedLater}
        </button>
      </footer>
    </div>
  );
}
