import type { Problem } from "../api";
import { words } from "../words";

const t = words.writing;

/** How many there are of each kind, in words. */
export function counted(problems: Problem[]): string {
  const errors = problems.filter((p) => p.severity === "error").length;
  const missing = problems.filter((p) => p.severity === "missing").length;
  return t.problems(errors, missing, problems.length - errors - missing);
}

/** Whether a problem stands in the way of publishing. */
export const stops = (p: Problem) => p.severity === "error" || p.severity === "missing";

/** Problems as a list; each leads to its place. */
export function Problems({
  title,
  problems,
  onGo,
}: {
  /** In place of the count. */
  title?: string;
  problems: Problem[];
  /** Without it, what is told has no place to go to. */
  onGo?: (at: { line: number; column: number }) => void;
}) {
  return (
    <div className="problems" aria-live="polite">
      <h2>{title ?? counted(problems)}</h2>
      <ul>
        {problems.map((p) => (
          <li key={`${p.line}:${p.column}:${p.message}`} className={p.severity}>
            {onGo && (
              <>
                <button
                  type="button"
                  className="plain mono"
                  onClick={() => onGo({ line: p.line, column: p.column })}
                >
                  {t.at(p.line, p.column)}
                </button>{" "}
              </>
            )}
            <b>{t.severities[p.severity]}</b> {p.message}
            {onGo && p.remedy && <span className="soft"> {p.remedy}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}
