import { useQuery } from "@tanstack/react-query";
import { Button, Input, Select } from "antd";
import { useContext, useState } from "react";
import type { Case } from "../../api";
import { SignedIn } from "../../frame";
import { KEY_LEVEL, useKept, useKeys } from "../../look";
import { words } from "../../words";
import { colleaguesQuery } from "../api";
import type { CaseActs } from "../useCaseActs";

/** Gives the case to a colleague, with a note. */
export function GiveTo(p: { c: Case; acts: CaseActs; onLeave: () => void }) {
  const me = useContext(SignedIn).id;
  const { data } = useQuery(colleaguesQuery);
  const [to, setTo] = useState<string | null>(null);
  const [note, setNote] = useKept(`give-note.${p.c.number}`, "");
  useKeys(words.case.give, [{ key: "Escape", says: words.common.cancel, act: p.onLeave }], KEY_LEVEL.ask);
  const give = async () => {
    if (to && (await p.acts.handOver(to, note))) {
      setNote("");
      p.onLeave();
    }
  };
  return (
    <form
      className="open-fix give-to"
      onSubmit={(e) => {
        e.preventDefault();
        void give();
      }}
    >
      <header>
        <h2>{words.case.giveTitle}</h2>
      </header>
      <Select
        autoFocus
        defaultOpen
        showSearch
        optionFilterProp="label"
        aria-label={words.case.giveTo}
        placeholder={words.case.giveTo}
        value={to}
        onChange={setTo}
        options={(data ?? [])
          .filter((x) => x.id !== me && x.id !== p.c.agentId)
          .map((x) => ({ value: x.login, label: x.name }))}
      />
      <Input.TextArea
        aria-label={words.case.giveNote}
        placeholder={words.case.giveNote}
        autoSize={{ minRows: 2, maxRows: 6 }}
        maxLength={4000}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      <footer className="outcomes">
        <Button htmlType="submit" type="primary" disabled={!to}>
          {words.case.giveGo}
        </Button>
        <button type="button" className="plain" onClick={p.onLeave}>
          {words.common.cancel}
        </button>
      </footer>
    </form>
  );
}
