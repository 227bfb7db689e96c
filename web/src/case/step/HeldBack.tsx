import { Button, Input } from "antd";
import { useContext, useState } from "react";
import type { FilledStep } from "../../api";
import { SignedIn } from "../../frame";
import { words } from "../../words";

const m = words.case.must;

/** What must be so before the step: while it is not, the step waits, and only a lead goes on, with a reason that stays. */
export function HeldBack({ must, onGoOn }: { must: FilledStep["must"]; onGoOn: (reason: string) => void }) {
  const lead = useContext(SignedIn).roles.includes("lead");
  const [reason, setReason] = useState("");
  if (must.musts.length === 0) return null;
  return (
    <div className={must.held ? "only-if held" : "expect"} role={must.held ? "alert" : undefined}>
      {must.musts.map((c) => (
        <p key={c.expected}>
          {c.state === "yes" ? m.holds(c.expected) : m.heldUntil(c.expected)}
          {c.state === "no" && <b> {m.butNow(c.why)}</b>}
          {c.state === "depends" && <b> {m.nobodyLooked}</b>}
          {c.state !== "yes" && c.then && <span> {m.then(c.then)}</span>}
        </p>
      ))}
      {must.passed && <p className="risk">{m.passed(must.passed)}</p>}
      {must.held && !lead && <p className="soft">{m.askLead}</p>}
      {must.held && lead && (
        <form
          className="ask-value"
          onSubmit={(e) => {
            e.preventDefault();
            if (reason.trim()) onGoOn(reason.trim());
          }}
        >
          <label>
            {m.reason}
            <Input maxLength={1000} value={reason} onChange={(e) => setReason(e.target.value)} />
          </label>
          <Button htmlType="submit" danger disabled={reason.trim() === ""}>
            {m.goOn}
          </Button>
        </form>
      )}
    </div>
  );
}
