import { useQuery } from "@tanstack/react-query";
import { Button, Popover, Select } from "antd";
import { useState } from "react";
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
  const [open, setOpen] = useState(false);
  const [who, setWho] = useState<string | null>(null);
  const { data } = useQuery({ ...readersQuery, enabled: open });
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      open={open}
      onOpenChange={setOpen}
      content={
        <div className="asking">
          <Select
            aria-label={t.whom}
            placeholder={t.anyLead}
            allowClear
            value={who}
            onChange={(v: string | null) => setWho(v ?? null)}
            options={(data ?? []).map((r) => ({ value: r.login, label: r.name }))}
          />
          <Button
            type="primary"
            onClick={() =>
              void ask(who).then((done) => {
                if (done) setOpen(false);
              })
            }
          >
            {t.ask}
          </Button>
        </div>
      }
    >
      <Button type="primary" disabled={disabled} title={words.writing.onlyLead}>
        {words.writing.review}
      </Button>
    </Popover>
  );
}

/** Sends a document back to its author with words. */
export function SendingBack({ back }: { back: (text: string) => Promise<void> }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      open={open}
      onOpenChange={setOpen}
      content={
        <div className="asking">
          <SayBox autoFocus label={t.why} send={(text) => back(text).then(() => setOpen(false))} />
        </div>
      }
    >
      <Button>{t.back}</Button>
    </Popover>
  );
}
