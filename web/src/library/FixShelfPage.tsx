import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Checkbox } from "antd";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import type { Fared, FixLine } from "../api";
import { useTakingIn } from "../frame";
import { Coming, Failed, StitchBar, useSay } from "../look";
import { words } from "../words";
import { fixShelfQuery, faredQuery, moveTo } from "./api";
import { ShelfTabs } from "./ShelvesPage";

const t = words.library.fixShelf;

/** Fixes as a place of their own: what uses each, how it fared, what is like it. States: loading, failed, empty, nothing matches, filled. */
export function FixShelfPage() {
  const { draft } = useTakingIn();
  const [away, setAway] = useState(false);
  const typed = useDeferredValue(draft.text.trim());
  const { data, error, refetch } = useQuery(fixShelfQuery(typed, away));
  const keys = (data?.fixes ?? []).map((f) => f.key);
  const { data: fared } = useQuery(faredQuery(keys));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  const byKey = new Map((fared ?? []).map((f) => [f.fix, f]));
  return (
    <main className="page library">
      <ShelfTabs />
      <div className="fix-shelf-head">
        <span className="soft">{t.shown(data.fixes.length, data.total)}</span>
        <Checkbox checked={away} onChange={(e) => setAway(e.target.checked)}>
          {t.away}
        </Checkbox>
      </div>
      {data.total === 0 && <p>{typed === "" ? (away ? t.noneAway : t.none) : t.noMatch(typed)}</p>}
      <ul className="fix-shelf">
        {data.fixes.map((f) => (
          <Line key={f.key} f={f} fared={byKey.get(f.key)} />
        ))}
      </ul>
    </main>
  );
}

function Line({ f, fared }: { f: FixLine; fared: Fared | undefined }) {
  const client = useQueryClient();
  const say = useSay();
  const bringBack = () =>
    void moveTo("fixes", f.key, "draft")
      .then(() => client.invalidateQueries({ queryKey: ["library"] }))
      .catch(say.failed);
  return (
    <li>
      <div>
        <Link to={f.seen ? `/library/fixes/${f.key}` : `/write/fixes/${f.key}`}>{f.title || f.key}</Link>
        <div className="soft">
          {[
            ...(f.minutes > 0 ? [words.common.minutes(f.minutes)] : []),
            ...(f.workaround ? [words.library.workaround] : []),
            t.uses(f.uses),
            ...(f.status === "published" ? [] : [words.library.statuses[f.status] ?? f.status]),
          ].join(" · ")}
          {f.risk !== "safe" && <span className="risk"> · {words.risks[f.risk]}</span>}
        </div>
        {f.alike.length > 0 && (
          <div className="alike">
            {t.alike}{" "}
            {f.alike.map((a, i) => (
              <span key={a.key}>
                {i > 0 && ", "}
                <Link to={`/write/fixes/${a.key}`}>{a.title}</Link>
              </span>
            ))}
          </div>
        )}
      </div>
      {f.status === "retired" ? (
        <button type="button" className="plain" onClick={bringBack}>
          {t.bringBack}
        </button>
      ) : (
        <span className="fared">
          {fared ? (
            <>
              <StitchBar
                chance={fared.held / fared.tried}
                low={null}
                high={null}
                worked={fared.held}
                tried={fared.tried}
                says={t.fared(fared.held, fared.tried)}
              />
              <span className="soft">{words.library.triedOf(fared.held, fared.tried)}</span>
            </>
          ) : (
            <span className="soft">{t.untried}</span>
          )}
        </span>
      )}
    </li>
  );
}
