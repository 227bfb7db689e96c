/** Known errors and fixes as readable sheets; also what an author sees of a text that is not stored. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { ErrorSheet, FixSheet, StepLine, TryLine } from "../api";
import { Prose, ToldLine } from "../look";
import { words } from "../words";

const t = words.library;

function facts(t1: TryLine): string[] {
  return [
    words.common.minutes(t1.minutes),
    ...(t1.workaround ? [t.workaround] : []),
    ...(t1.lastResort ? [t.lastResort] : []),
    ...t1.needs.map((n) => n.charAt(0).toLowerCase() + n.slice(1)),
  ];
}

/** One fix of a runbook; {@code beside} is its evidence. */
function Try({ item, n, all, beside }: { item: TryLine; n: number; all: TryLine[]; beside: ReactNode }) {
  const titleOf = (key: string) => all.find((x) => x.fix === key)?.title ?? key;
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
          {item.when && (
            <div className="soft">
              {t.when} {item.when}
            </div>
          )}
          {item.after.length > 0 && (
            <div className="soft">
              {t.after} {item.after.map(titleOf).join(", ")}
            </div>
          )}
          {item.together.length > 0 && (
            <div className="soft">{t.together(item.together.map(titleOf).join(", "))}</div>
          )}
        </div>
      </div>
      <div className="beside">{beside}</div>
    </li>
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
      <Prose text={sheet.intro} />
      {!sheet.firstAid && (
        <>
          <h2>{t.recognise}</h2>
          <ul className="signatures">
            {sheet.signatures.map((s) => (
              <li key={s.kind + s.text}>
                <span className="label">{t.kinds[s.kind] ?? s.kind}</span>{" "}
                <span className={s.kind === "symptom" ? "" : "mono"}>{s.text}</span>
              </li>
            ))}
            {sheet.samples.map((s) => (
              <li key={s}>
                <span className="label">{t.sample}</span> <span className="mono soft">{s}</span>
              </li>
            ))}
            {sheet.confusions.map((c) => (
              <li key={c}>
                <span className="label">{t.confusion}</span> <Prose text={c} />
              </li>
            ))}
          </ul>
        </>
      )}
      {sheet.questions.length > 0 && (
        <>
          <h2>{t.ask}</h2>
          <ol>
            {sheet.questions.map((q) => (
              <li key={q.text}>
                {q.text} <span className="soft">{q.choices.join(", ")}</span>
                {q.run && <pre className="mono">{q.run}</pre>}
              </li>
            ))}
          </ol>
        </>
      )}
      <h2>{t.tryTitle}</h2>
      <ol className="tries">
        {sheet.tries.map((x, i) => (
          <Try key={x.fix} item={x} n={i + 1} all={sheet.tries} beside={beside?.(x.fix)} />
        ))}
      </ol>
      {sheet.ruledOut.length > 0 && (
        <>
          <h2>{t.ruledOut}</h2>
          <ul>
            {sheet.ruledOut.map((r) => (
              <li key={r.fix}>
                <s>{r.title}</s> <span className="soft">{r.reason}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h2>{t.verify}</h2>
      <ol>
        {sheet.verify.map((v) => (
          <li key={v.text}>
            {v.text}{" "}
            <span className="soft">
              {v.required && `${t.required}: ${v.required}`} {v.otherwise && `${t.otherwise}: ${v.otherwise}`}
            </span>
          </li>
        ))}
      </ol>
    </article>
  );
}

function Step({ s, n }: { s: StepLine; n: number }) {
  return (
    <section className="sheet-step">
      <h3>
        <span className="step-number">{n}</span> {s.title}
      </h3>
      <Prose text={s.prose} />
      {s.runs && (
        <p className="soft">
          {words.library.runs} <Link to={`/library/fixes/${s.runs}`}>{s.title}</Link>
        </p>
      )}
      {s.destroys && (
        <p className="risk">
          {words.case.destroysTitle}: {s.destroys}
        </p>
      )}
      {s.cautions.map((c) => (
        <div key={c} className="caution">
          <b>{words.case.caution}:</b> <Prose text={c} />
        </div>
      ))}
      {s.fences.map((f) => (
        <pre key={f.text} className="command">
          <code>{f.text}</code>
        </pre>
      ))}
      {s.withheld && <p className="soft">{t.withheld}</p>}
      {s.expect.map((e) => (
        <div key={e} className="expect">
          <span className="label">{words.case.expect}</span> <Prose text={e} />
        </div>
      ))}
      {s.captures.length > 0 && (
        <div className="expect">
          <span className="label">{t.reads}</span> {s.captures.join(", ")}
        </div>
      )}
      {s.notes.map((x) => (
        <div key={x.keyword + x.text} className="expect">
          <span className="label">{x.keyword.toLowerCase()}</span> <Prose text={x.text} />
        </div>
      ))}
      {s.putBacks.map((p) => (
        <div key={p.keyword + p.text} className="expect">
          <span className="label">{words.case.putBack}</span> {p.keyword} {p.text && <code>{p.text}</code>}
        </div>
      ))}
      {s.restartMinutes > 0 && (
        <p className="soft">{words.case.restart(words.common.minutes(s.restartMinutes))}</p>
      )}
      {s.doneWhen && (
        <div className="expect">
          <span className="label">{words.case.doneWhen}</span> <Prose text={s.doneWhen} />
        </div>
      )}
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
      <Prose text={sheet.intro} />
      {sheet.sideEffects.map((e) => (
        <p key={e}>
          <span className="label">{t.sideEffect}</span> {e}
        </p>
      ))}
      <ToldLine told={sheet.told} />
      {sheet.steps.map((s, i) => (
        <Step key={s.title} s={s} n={i + 1} />
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
