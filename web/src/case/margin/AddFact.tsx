import { useQuery } from "@tanstack/react-query";
import { AutoComplete, Button, Select } from "antd";
import { useState } from "react";
import type { Case, Question } from "../../api";
import { wordsQuery } from "../../frame";
import { words } from "../../words";
import { type Addable, addable } from "./addable";
import type { CaseActs } from "../useCaseActs";

const m = words.case.margin;

/** Adds what somebody knows: what the case itself lacks first, then what its runbook could use, then the rest of the vocabulary. */
export function AddFact({ c, asked, acts }: { c: Case; asked: Question[]; acts: CaseActs }) {
  const { data } = useQuery(wordsQuery);
  const [name, setName] = useState<string | null>(null);
  const [value, setValue] = useState("");
  const groups = addable(c, asked, data);
  const chosen: Addable | undefined = groups.flatMap((g) => g.options).find((o) => o.value === name);
  const add = async () => {
    const said = value.trim();
    if (!chosen || said === "") return;
    const done = await (chosen.field
      ? acts.patch({ [chosen.field]: said })
      : acts.facts({ [chosen.value]: said }));
    if (done) {
      setName(null);
      setValue("");
    }
  };
  return (
    <div className="add-fact">
      <Select
        showSearch={{ optionFilterProp: "label" }}
        aria-label={m.factName}
        placeholder={m.addFact}
        value={name}
        allowClear
        onChange={(v: string | null) => {
          setName(v ?? null);
          setValue("");
        }}
        options={groups}
      />
      {chosen && (
        <>
          {chosen.how && <p className="soft">{chosen.how}</p>}
          <AutoComplete
            autoFocus
            aria-label={chosen.label}
            placeholder={m.factValue}
            value={value}
            onChange={setValue}
            options={chosen.choices.map((v) => ({ value: v }))}
            onKeyDown={(e) => {
              if (e.key === "Enter") void add();
            }}
          />
          <Button onClick={() => void add()} disabled={!value.trim()}>
            {words.common.save}
          </Button>
        </>
      )}
    </div>
  );
}
