import { Button, Input, type InputRef } from "antd";
import { useRef, useState } from "react";
import type { FilledStep } from "../../api";
import { KEY_LEVEL, KeyButton, useKeys, useKeyTaken } from "../../look";
import { words } from "../../words";

/**
 * Before data is destroyed: is it safe, and is this the right target? What is heard is typed, and the server compares it. The step's
 * commands come from the server only behind it, and while it is shut the target stands nowhere on the page.
 */
export function Destroying(p: { step: FilledStep; onConfirm: (heard: string) => Promise<boolean> }) {
  const { step } = p;
  const [safe, setSafe] = useState(false);
  const [heard, setHeard] = useState("");
  const [sending, setSending] = useState(false);
  const box = useRef<InputRef>(null);
  const taken = useKeyTaken("y", KEY_LEVEL.part);
  const compares = step.target === "compare";
  const may = safe && compares && heard.trim() !== "" && !sending;
  const isSafe = () => {
    setSafe(!safe);
    if (!safe) box.current?.focus();
  };
  useKeys(
    words.keys.inFix,
    [{ key: "y", says: words.case.dataSafe, act: isSafe, alive: compares }],
    KEY_LEVEL.part,
  );
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
      {!compares ? (
        <p>{step.target === "unnamed" ? words.case.targetUnnamed : words.case.targetUnknown}</p>
      ) : (
        <>
          <KeyButton k={taken ? "" : "y"} onPress={isSafe} strong={safe}>
            {safe ? words.case.dataIsSafe : words.case.dataSafe}
          </KeyButton>
          <label>
            {words.case.readOut}
            <Input
              ref={box}
              className="mono"
              value={heard}
              maxLength={200}
              autoComplete="off"
              disabled={false}
              onChange={(e) => setHeard(e.target.value)}
            />
          </label>
          <Button htmlType="submit" danger disabled={!may}>
            {words.case.destroyConfirm}
          </Button>
        </>
      )}
    </form>
  );
}
