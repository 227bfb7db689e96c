import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { Flag } from "../api";
import { useSay } from "../look";
import { words } from "../words";
import { flagsOfCaseQuery, takeFlagBack } from "./api";
import "./flags.css";

const t = words.flags;

/** What was said of this step on this case, and what its author answered. */
export function FlagsOfStep({ n, fix, step }: { n: number; fix: string; step: number }) {
  const { data } = useQuery(flagsOfCaseQuery(n));
  const client = useQueryClient();
  const say = useSay();
  const here = (data ?? []).filter((f) => f.worked === fix && f.step === step);
  if (here.length === 0) return null;
  const back = (f: Flag) =>
    takeFlagBack(n, f.id).then(
      () => void client.invalidateQueries({ queryKey: ["case", n, "flags"] }),
      (e: unknown) => say.failed(e),
    );
  return (
    <ul className="flags-of-step">
      {here.map((f) => (
        <li key={f.id}>
          <span className="flag-mark" aria-hidden="true" />
          {t.said(f.person, f.mine, t.kinds[f.kind] ?? f.kind)}
          {f.text && `: ${f.text}`}
          {f.answeredBy !== null ? (
            <span className="flag-answer">
              {t.answer(f.answeredBy, f.mended)}
              {f.answer && `: ${f.answer}`}
            </span>
          ) : (
            f.mine && (
              <button type="button" className="plain" onClick={() => void back(f)}>
                {t.takeBack}
              </button>
            )
          )}
        </li>
      ))}
    </ul>
  );
}
