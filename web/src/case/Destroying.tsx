import { Button, Checkbox, Input } from "antd";
import { useState } from "react";
import type { FilledStep } from "../api";
import { words } from "../words";

/**
 * Before data is destroyed: is it safe, and is this the right target? What is heard is typed, and the server compares it. The step's
 * commands show only behind it.
 */
export function Destroying(p: { step: FilledStep; onConfirm: (heard: string) => Promise<boolean> }) {
  const { step } = p;
  const [safe, setSafe] = useState(false);
  const [heard, setHeard] = useState("");
  const [sending, setSending] = useState(false);
  const compares = step.target === "compare";
  const may = safe && step.target !== "unknown" && (!compares || heard.trim() !== "") && !sending;
  return (
    <form
      className="destroying"
      role="alert"
      onSubmit={(e) => {
        e.preventDefault();
        if (!may) return;
        setSending(true);
        void p.onConfirm(heard).then((done) => {
          setSending(false);
          if (!done) setHeard("");
        });
      }}
    >
      <p>
        <b>{words.case.destroysTitle}:</b> {step.destroys}
      </p>
      {step.target === "unknown" ? (
        <p>{words.case.targetUnknown}</p>
      ) : (
        <>
          <Checkbox checked={safe} onChange={(e) => setSafe(e.target.checked)}>
            {words.case.dataSafe}
          </Checkbox>
          {compares && (
            <label>
              {words.case.readOut}
              <Input
                className="mono"
                value={heard}
                maxLength={200}
                autoComplete="off"
                onChange={(e) => setHeard(e.target.value)}
              />
            </label>
          )}
          <Button htmlType="submit" danger disabled={!may}>
            {words.case.destroyConfirm}
          </Button>
        </>
      )}
    </form>
  );
}
