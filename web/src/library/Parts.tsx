import { Fragment, type ReactNode } from "react";
import type { PartLine } from "../api";
import { Prose } from "../look";
import { words } from "../words";

const t = words.library;

/** Numbered items that follow each other, or one other part. */
type Run = { items: PartLine[] } | { part: PartLine };

function runs(parts: PartLine[]): Run[] {
  const all: Run[] = [];
  for (const p of parts) {
    const last = all.at(-1);
    if (p.kind !== "item") all.push({ part: p });
    else if (last && "items" in last) last.items.push(p);
    else all.push({ items: [p] });
  }
  return all;
}

/**
 * The parts of a sheet in the order in which they were written.
 *
 * @param item draws an item of the section's list; `bulleted` lists have no numbers
 */
export function Parts(p: {
  parts: PartLine[];
  item?: (item: PartLine) => ReactNode;
  bulleted?: boolean;
  className?: string;
}) {
  return (
    <>
      {runs(p.parts).map((run, i) => {
        if ("part" in run) return <Part key={i} part={run.part} />;
        const items = run.items.map((x) => <Fragment key={x.index}>{p.item?.(x)}</Fragment>);
        return p.bulleted ? (
          <ul key={i} className={p.className}>
            {items}
          </ul>
        ) : (
          <ol key={i} className={p.className} start={(run.items[0]?.index ?? 0) + 1}>
            {items}
          </ol>
        );
      })}
    </>
  );
}

/** What a clause's word is called on a sheet. */
export function labelOf(keyword: string): string {
  return t.labels[keyword] ?? keyword.toLowerCase();
}

function Part({ part }: { part: PartLine }) {
  switch (part.kind) {
    case "words":
      return <Prose text={part.text} />;
    case "command":
      return (
        <pre className="command">
          <code>{part.text}</code>
        </pre>
      );
    case "withheld":
      return <p className="soft">{t.withheld}</p>;
    case "caution":
      return (
        <div className="caution">
          <b>{words.case.caution}:</b> <Prose text={part.text} />
        </div>
      );
    case "risk":
      return (
        <p className="risk">
          {words.case.destroysTitle}: {part.text}
        </p>
      );
    default:
      return (
        <div className="expect">
          <span className="label">{labelOf(part.label)}</span>{" "}
          {part.kind === "shown" ? <span className="mono">{part.text}</span> : <Prose text={part.text} />}
        </div>
      );
  }
}
