import { Input } from "antd";
import { useState } from "react";
import type { FreeStep } from "../../api";
import { Key } from "../../look";
import { words } from "../../words";

const f = words.free;

export type FreeFields = Pick<FreeStep, "did" | "command" | "aim" | "putBack"> & { output: string };

export const NOTHING_DONE: FreeFields = { did: "", command: "", output: "", aim: "", putBack: "" };

/** The places of a step: what was done, what was typed, what it printed; the rest on demand. Enter keeps it. */
export function StepForm(p: {
  fields: FreeFields;
  onFields: (fields: FreeFields) => void;
  onKeep: (fields: FreeFields) => void;
  onLeave?: () => void;
  autoFocus?: boolean;
}) {
  const { fields } = p;
  const [more, setMore] = useState(fields.aim !== "" || fields.putBack !== "");
  const said = fields.did.trim() !== "" || fields.command.trim() !== "";
  const keep = () => said && p.onKeep(fields);
  const line = (name: "did" | "command" | "aim" | "putBack", label: string, mono = false) => (
    <Input
      className={mono ? "mono" : undefined}
      aria-label={label}
      placeholder={label}
      maxLength={name === "aim" ? 300 : name === "putBack" ? 1000 : 4000}
      value={fields[name]}
      onChange={(e) => p.onFields({ ...fields, [name]: e.target.value })}
      onPressEnter={keep}
    />
  );
  return (
    <div
      className="free-form"
      onKeyDown={(e) => {
        if (e.key !== "Escape" || !p.onLeave) return;
        e.stopPropagation();
        p.onLeave();
      }}
    >
      <Input
        autoFocus={p.autoFocus}
        aria-label={f.did}
        placeholder={f.did}
        maxLength={4000}
        value={fields.did}
        onChange={(e) => p.onFields({ ...fields, did: e.target.value })}
        onPressEnter={keep}
      />
      {line("command", f.command, true)}
      <Input.TextArea
        className="mono"
        autoSize={{ minRows: 1, maxRows: 8 }}
        aria-label={f.output}
        placeholder={f.output}
        value={fields.output}
        onChange={(e) => p.onFields({ ...fields, output: e.target.value })}
        onKeyDown={(e) => {
          if (e.key !== "Enter" || !(e.ctrlKey || e.metaKey)) return;
          e.preventDefault();
          keep();
        }}
      />
      {more ? (
        <>
          {line("aim", f.aim)}
          {line("putBack", f.putBack)}
        </>
      ) : null}
      <div className="free-form-foot">
        <button type="button" className="plain" disabled={!said} onClick={keep}>
          <Key k="↵" /> {p.onLeave ? f.save : f.keep}
        </button>
        {!more && (
          <button type="button" className="plain" onClick={() => setMore(true)}>
            {f.more}: {f.aim.toLowerCase()}, {f.putBack.toLowerCase()}
          </button>
        )}
        {p.onLeave && (
          <button type="button" className="plain" onClick={p.onLeave}>
            {words.common.cancel}
          </button>
        )}
      </div>
    </div>
  );
}
