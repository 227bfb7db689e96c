import { useQuery } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useState } from "react";
import { Pop } from "../../look";
import { words } from "../../words";
import { readersQuery } from "../api";
import { SayBox } from "./Comments";

const t = words.writing.reviewing;

/** Asks somebody to read the document. */
export function Asking({
  disabled,
  ask,
}: {
  disabled: boolean;
  ask: (reviewer: string | null) => Promise<boolean>;
}) {
  return (
    <Pop content={(close) => <Whom ask={ask} close={close} />}>
      <Button type="primary" disabled={disabled} title={words.writing.onlyLead}>
        {words.writing.review}
      </Button>
    </Pop>
  );
}

function Whom({ ask, close }: { ask: (reviewer: string | null) => Promise<boolean>; close: () => void }) {
  const [who, setWho] = useState<string | null>(null);
  const { data } = useQuery(readersQuery);
  const send = async () => {
    if (await ask(who)) close();
  };
  return (
    <div className="asking">
      <Select
        aria-label={t.whom}
        placeholder={t.anyLead}
        allowClear
        value={who}
        onChange={(v: string | null) => setWho(v ?? null)}
        options={(data ?? []).map((r) => ({ value: r.login, label: r.name }))}
      />
      <Button type="primary" onClick={() => void send()}>
        {t.ask}
      </Button>
    </div>
  );
}

/** Sends a document back to its author with words. */
export function SendingBack({ back, keptAs }: { back: (text: string) => Promise<void>; keptAs: string }) {
  return (
    <Pop
      content={(close) => (
        <div className="asking">
          <SayBox autoFocus keptAs={keptAs} label={t.why} send={(text) => back(text).then(close)} />
        </div>
      )}
    >
      <Button>{t.back}</Button>
    </Pop>
  );
}
