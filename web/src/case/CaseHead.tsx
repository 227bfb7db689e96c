import { Select } from "antd";
import { Link } from "react-router";
import type { Case } from "../api";
import { Ago, useNow } from "../look";
import { PracticeLink } from "../practice";
import { words } from "../words";
import { isPractice } from "./caseState";
import type { CaseActs } from "./useCaseActs";

/** Which error it is, and where, since when, how it is reached. */
export function CaseHead({ c, acts, onOther }: { c: Case; acts: CaseActs; onOther: () => void }) {
  const now = useNow();
  const place = [
    [c.product, c.productVersion].filter(Boolean).join(" "),
    c.phase ? words.phases[c.phase] : "",
    c.device,
    c.reference,
  ].filter(Boolean);
  const open = c.status === "open";
  return (
    <div className="case-head">
      <h1>
        {c.error ? <Link to={`/library/errors/${c.error}`}>{c.title}</Link> : words.case.unrecognised}
        {c.error && open && (
          <button type="button" className="plain" onClick={onOther} title={words.case.movedHint}>
            {words.case.anotherError}
          </button>
        )}
      </h1>
      <p className="soft">
        {[words.case.number(c.number), ...place].join(" · ")}{" "}
        {!isPractice(c) && <PracticeLink device={c.device} />}
        {" · "}
        {open ? (
          <Select
            size="small"
            variant="borderless"
            className="reached"
            aria-label={words.reached[c.reached]}
            value={c.reached}
            options={Object.entries(words.reached).map(([value, label]) => ({ value, label }))}
            onChange={(reached) => void acts.patch({ reached })}
          />
        ) : (
          <b>{words.case.endings[c.status]}</b>
        )}
        {" · "}
        <Ago at={c.openedAt} now={now} />
        {c.follows !== null && (
          <>
            {" · "}
            <Link to={`/case/${c.follows}`}>{words.case.follows(c.follows)}</Link>
          </>
        )}
      </p>
    </div>
  );
}
