/** Known errors and fixes as readable sheets; also what an author sees of a text that is not stored. */
import { Fragment, type ReactNode } from "react";
import { Link, useLocation } from "react-router";
import type { ErrorSheet, FixSheet, PartLine, SectionLine, StepLine, TryLine } from "../api";
import { intoView, Prose, ToldLine } from "../look";
import { words } from "../words";
import { labelOf, Parts } from "./Parts";

const t = words.library;

function facts(t1: TryLine): string[] {
  return [
    ...(t1.minutes > 0 ? [words.common.minutes(t1.minutes)] : []),
    ...(t1.workaround ? [t.workaround] : []),
    ...t1.needs.map((n) => n.charAt(0).toLowerCase() + n.slice(1)),
  ];
}

/** One fix of a runbook; {@code beside} is its evidence. */
function Try({ item, n, below, beside }: { item: TryLine; n: number; below: PartLine[]; beside: ReactNode }) {
  return (
    <li className="try">
      <div className="try-text">
        <span className="step-number">{n}</span>
        <div>
          <Link to={`/library/fixes/${item.fix}`}>{item.title}</Link>
          {!item.published && <span className="soft"> · {t.unpublished}</span>}
          <div className="soft">
            {facts(item).join(" · ")}
            {item.risk !== "safe" && <span className="risk"> · {words.risks[item.risk]}</span>}
          </div>
          <Parts parts={below} />
        </div>
      </div>
      <div className="beside">{beside}</div>
    </li>
  );
}

/** Draws an item of a section's list. */
function itemOf(sheet: ErrorSheet, section: string, beside?: (fix: string) => ReactNode) {
  return function Item(x: PartLine): ReactNode {
    const tried = section === "Try" ? sheet.tries[x.index] : undefined;
    const ruledOut = section === "Ruled out" ? sheet.ruledOut[x.index] : undefined;
    const text = section === "Ask" ? sheet.questions[x.index]?.text : sheet.verify[x.index]?.text;
    if (tried) return <Try item={tried} n={x.index + 1} below={x.below} beside={beside?.(tried.fix)} />;
    if (ruledOut)
      return (
        <li>
          <s>{ruledOut.title}</s> <span className="soft">{ruledOut.reason}</span>
        </li>
      );
    return (
      <li>
        <Prose text={text ?? ""} />
        <Parts parts={x.below} />
      </li>
    );
  };
}

/** What is said to recognise it by: the words in one column, what they stand for in the next. */
function Recognise({ section }: { section: SectionLine }) {
  return (
    <ul className="signatures">
      {section.parts.map((p, i) => (
        <li key={i}>
          {p.label !== "" && <span className="label">{labelOf(p.label)}</span>}{" "}
          {p.kind === "shown" ? (
            <span className={p.label === "Sample" ? "mono soft" : "mono"}>{p.text}</span>
          ) : (
            <Prose text={p.text} />
          )}
        </li>
      ))}
    </ul>
  );
}

export function ErrorSheetView({
  sheet,
  beside,
}: {
  sheet: ErrorSheet;
  beside?: (fix: string) => ReactNode;
}) {
  return (
    <article className="sheet">
      {sheet.sections.map((s, i) => (
        <Fragment key={i}>
          {s.title !== "" && <h2>{s.title}</h2>}
          {s.title === "Recognise" ? (
            <Recognise section={s} />
          ) : (
            <Parts
              parts={s.parts}
              item={itemOf(sheet, s.title, beside)}
              bulleted={s.title === "Ruled out"}
              className={s.title === "Try" ? "tries" : undefined}
            />
          )}
        </Fragment>
      ))}
    </article>
  );
}

function Step({ s, n }: { s: StepLine; n: number }) {
  return (
    <section
      className="sheet-step"
      id={`step-${n}`}
      // a step that was found is led to
      ref={useLocation().hash === `#step-${n}` ? intoView : undefined}
    >
      <h3>
        <span className="step-number">{n}</span> {s.title}
      </h3>
      {s.runs && (
        <p className="soft">
          {words.library.runs} <Link to={`/library/fixes/${s.runs}`}>{s.title}</Link>
        </p>
      )}
      <Parts parts={s.parts} />
    </section>
  );
}

export function FixSheetView({ sheet }: { sheet: FixSheet }) {
  const takes = Object.entries(sheet.parameters).map(([name, type]) => `${name}: ${type}`);
  return (
    <article className="sheet">
      <p className="soft">
        {[
          words.common.minutes(sheet.minutes),
          ...(sheet.workaround ? [t.workaround] : []),
          ...sheet.needs,
        ].join(" · ")}
        {sheet.risk !== "safe" && <span className="risk"> · {words.risks[sheet.risk]}</span>}
        {takes.length > 0 && ` · ${t.parameters} ${takes.join(", ")}`}
      </p>
      {sheet.discouraged && <p className="risk">{sheet.discouraged}</p>}
      <Parts parts={sheet.parts} />
      <ToldLine told={sheet.told} />
      {sheet.steps.map((s, i) => (
        <Step key={i} s={s} n={i + 1} />
      ))}
      {sheet.usedBy.length > 0 && (
        <p className="soft">
          {t.usedBy}{" "}
          {sheet.usedBy.map((e, i) => (
            <span key={e.key}>
              {i > 0 && ", "}
              <Link to={`/library/errors/${e.key}`}>{e.title}</Link>
            </span>
          ))}
        </p>
      )}
    </article>
  );
}
