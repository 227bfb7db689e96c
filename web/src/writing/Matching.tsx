import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Matches } from "../api";
import { words } from "../words";
import { matchesQuery } from "./api";
import { matched } from "./rehearsed";
import { Told } from "./Told";

const t = words.writing.rehearsing;
const PAUSE_MS = 300;

/** What a known error would match as it stands there, at each pause in typing. States: coming, failed, quiet, filled. */
export function Matching({ docKey, text }: { docKey: string; text: string }) {
  const [paused, setPaused] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(text), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  const { data, error } = useQuery(matchesQuery(docKey, paused));
  if (error) return <p className="matching soft">{t.matching.failed}</p>;
  if (!data)
    return (
      <section className="matching" aria-label={t.matching.title}>
        <h2 className="soft">{t.matching.title}</h2>
        <p className="soft">{words.common.loading}</p>
      </section>
    );
  return (
    <section className="matching" aria-live="polite" aria-label={t.matching.title}>
      <h2 className="soft">{t.matching.title}</h2>
      <Sentence m={data} />
      <Told title={t.stolen} group={data.texts.stolen} />
      <Told title={t.matching.samples} group={data.samples.stolen} />
      <Told title={t.lost} group={data.texts.lost} />
      <p className="soft">{t.matching.among(data.among)}</p>
    </section>
  );
}

function Sentence({ m }: { m: Matches }) {
  const { caught, stolen, lost } = m.texts;
  const troubles = [
    stolen.count > 0 && t.matching.takes(stolen.count),
    m.samples.stolen.count > 0 && t.matching.samples(m.samples.stolen.count),
    lost.count > 0 && t.matching.loses(lost.count),
  ].filter((x) => x !== false);
  return (
    <p>
      {t.matching.matches(matched(m.texts), m.texts.looked)}
      {caught.count > 0 && `, ${t.matching.newly(caught.count)}`}
      {". "}
      {troubles.length === 0 ? t.matching.quiet : <strong>{troubles.join("; ")}.</strong>}
    </p>
  );
}
