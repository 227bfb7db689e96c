import { useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import { errorsQuery } from "../../library";
import { KEY_LEVEL, KeyButton, useKeys } from "../../look";
import { recogniseQuery } from "../../taking-in";
import type { Case } from "../../api";
import { words } from "../../words";

/** Says which known error a case is about: what its newest text looks like by digit, any other by name. */
export function ChooseError({
  c,
  onChoose,
  onLeave,
}: {
  c: Case;
  onChoose: (key: string) => void;
  onLeave?: () => void;
}) {
  const text = c.texts.at(-1)?.text ?? "";
  const { data: found } = useQuery(
    recogniseQuery(text, c.product ?? "", c.productVersion ?? "", c.phase ?? ""),
  );
  const [typed, setTyped] = useState("");
  const { data: errors } = useQuery(errorsQuery(typed.trim()));
  const candidates = (text === "" ? [] : (found?.candidates ?? []))
    .filter((x) => x.error !== c.error)
    .slice(0, 5);
  useKeys(
    words.case.whichError,
    [
      ...candidates.map((x, i) => ({ key: String(i + 1), says: x.title, act: () => onChoose(x.error) })),
      { key: "Escape", says: words.common.cancel, act: () => onLeave?.(), alive: onLeave !== undefined },
    ],
    KEY_LEVEL.ask,
  );
  return (
    <div className="open-fix choose-error">
      <header>
        <h2>{words.case.whichError}</h2>
        {onLeave && (
          <button type="button" className="plain" onClick={onLeave}>
            {words.common.cancel}
          </button>
        )}
      </header>
      {candidates.map((x, i) => (
        <KeyButton key={x.error} k={String(i + 1)} onPress={() => onChoose(x.error)}>
          {x.title}
        </KeyButton>
      ))}
      <Select
        showSearch={{ filterOption: false, onSearch: setTyped }}
        placeholder={words.case.chooseError}
        aria-label={words.case.chooseError}
        value={null}
        options={(errors?.errors ?? []).map((e) => ({ value: e.key, label: `${e.title} · ${e.key}` }))}
        onChange={(key: string | null) => key && onChoose(key)}
      />
    </div>
  );
}
