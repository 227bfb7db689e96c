import { Fragment } from "react";
import type { OutlineField, OutlinePart } from "../../api";
import { words } from "../../words";
import { valueOf } from "./parts";

/** A part as it reads. */
export function Reads({ part, number }: { part: OutlinePart; number: number }) {
  switch (part.kind) {
    case "step":
      return (
        <h3>
          <span className="step-number">{number}</span> {valueOf(part, "title")}
        </h3>
      );
    case "command":
      return (
        <pre className="command">
          <code>{valueOf(part, "command")}</code>
        </pre>
      );
    case "words":
      return <span className="as-written">{valueOf(part, "words")}</span>;
    case "item": {
      const title = valueOf(part, "title") || valueOf(part, "text");
      const reason = valueOf(part, "reason");
      return (
        <>
          {part.keyword !== "Ruled out" && <span className="step-number">{number + 1}</span>}{" "}
          {part.keyword === "Ruled out" ? <s>{title}</s> : <b>{title}</b>}
          {reason && <span className="soft"> {reason}</span>}
        </>
      );
    }
    default:
      return (
        <>
          {part.fields.map((f, i) =>
            f.values.length === 0 ? null : (
              <Fragment key={f.name}>
                {i > 0 && <span className="soft"> · {JOINTS[f.name] ?? ""} </span>}
                <span className={MONO.has(f.shape) ? "mono" : i > 0 ? "soft" : ""}>{shown(f)}</span>
              </Fragment>
            ),
          )}
        </>
      );
  }
}

/** Minutes that were written as a number alone say what they are. */
function shown(f: OutlineField): string {
  const value = f.values.join(", ");
  return f.shape === "minutes" && /^[\d.]+$/.test(value) ? words.common.minutes(Number(value)) : value;
}

const MONO = new Set(["code", "template", "condition", "pair"]);
const JOINTS: Record<string, string> = {
  called: "called",
  words: "in words",
  otherwise: "otherwise",
  fact: "kept as",
  choices: "answers",
};
