import { useQuery } from "@tanstack/react-query";
import type { Measured } from "../api";
import { words } from "../words";
import { effectsQuery } from "./api";

const t = words.library.effects;

interface Of {
  folder: string;
  docKey: string;
}

/** Whether the newest revision does better than the one before it. Nothing where there is nothing to compare. */
export function WhatChanged({ folder, docKey }: Of) {
  const { data } = useQuery(effectsQuery(folder, docKey));
  if (!data?.since) return null;
  const { revision, before, verdict } = data.since;
  return (
    <p className={`what-changed ${verdict}`}>
      {t.verdicts[verdict](revision, before)} <span className="soft">{t.mind}</span>
    </p>
  );
}

const said = (folder: string, m: Measured) =>
  t.measured(
    folder === "fixes",
    m.held,
    m.tried,
    words.common.percent(m.plausible.low),
    words.common.percent(m.plausible.high),
    m.minutes === null ? null : words.common.minutes(m.minutes),
  );

/** What was measured while readers saw this revision. Nothing if they never did. */
export function MeasuredOf({ folder, docKey, revision }: Of & { revision: number }) {
  const { data } = useQuery(effectsQuery(folder, docKey));
  const m = data?.revisions.find((x) => x.key === docKey && x.revision === revision);
  if (!m || (m.tried === 0 && m.from === null)) return null;
  return (
    <>
      {" · "}
      {m.tried === 0 ? t.untried(folder === "fixes") : said(folder, m)}
    </>
  );
}

/** What was measured under an earlier name, and before any revision was published here; as list items. */
export function Before({ folder, docKey }: Of) {
  const { data } = useQuery(effectsQuery(folder, docKey));
  return (data?.revisions ?? [])
    .filter((m) => m.tried > 0 && (m.key !== docKey || m.revision === 0))
    .map((m) => (
      <li key={`${m.key}/${m.revision}`} className="soft">
        {m.revision === 0 ? t.before : t.earlierName(m.key, m.revision)} · {said(folder, m)}
      </li>
    ));
}
