import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Saying } from "../api";
import { useSay } from "../look";
import { words } from "../words";
import { sayingsQuery, sayingCounts } from "./api";

const FIRST = 5;

function SayingRow(p: { s: Saying; onCounts: (counts: boolean) => void }) {
  const { s } = p;
  return (
    <li className={s.counts ? "saying" : "saying out"}>
      <q>{s.text}</q>{" "}
      <span className="soft">
        <Link to={`/case/${s.number}`}>{words.case.number(s.number)}</Link>
        {s.takenOutBy && ` · ${words.library.takenOutBy(s.takenOutBy)}`}
      </span>{" "}
      <button type="button" className="plain" onClick={() => p.onCounts(!s.counts)}>
        {s.counts ? words.library.takeOut : words.library.putIn}
      </button>
    </li>
  );
}

/** How callers put a known error, as its ended cases have it: what recognition learns from. A wrong one is taken out. */
export function Sayings(p: { error: string }) {
  const client = useQueryClient();
  const say = useSay();
  const query = sayingsQuery(p.error);
  const { data } = useQuery(query);
  const [all, setAll] = useState(false);
  if (!data || data.length === 0) return null;
  const count = async (s: Saying, counts: boolean) => {
    try {
      await sayingCounts(s.number, counts);
    } catch (e) {
      say.failed(e);
    }
    void client.invalidateQueries({ queryKey: query.queryKey });
    void client.invalidateQueries({ queryKey: ["recognitions"] });
  };
  return (
    <section className="sayings no-print">
      <h2>{words.library.sayings}</h2>
      <p className="soft">{words.library.sayingsText}</p>
      <ul>
        {(all ? data : data.slice(0, FIRST)).map((s) => (
          <SayingRow key={s.number} s={s} onCounts={(counts) => void count(s, counts)} />
        ))}
      </ul>
      {data.length > FIRST && (
        <button type="button" className="plain" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? words.library.fewerSayings : words.library.moreSayings(data.length - FIRST)}
        </button>
      )}
    </section>
  );
}
