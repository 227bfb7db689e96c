import { useQuery } from "@tanstack/react-query";
import { keep, kept } from "../look";
import { useState } from "react";
import { words } from "../words";
import { surgesQuery } from "./api";
import "./surges.css";
import { Told } from "./Told";

const KEY = "surge-read";
/** One surge, by what it is and when it began. */
const nameOf = (x: { error: string | null; title: string; since: string }) =>
  `${x.error ?? x.title} ${x.since}`;

/** Under the band, on every page: what surges just now, until somebody has read it. */
export function SurgeLine() {
  const { data } = useQuery(surgesQuery);
  const [read, setRead] = useState<string[]>(() => kept(KEY, []));
  const fresh = (data ?? []).filter((x) => !read.includes(nameOf(x)));
  const first = fresh[0];
  if (!first) return null;
  const leave = () => {
    const all = [...read, ...fresh.map(nameOf)].slice(-50);
    setRead(all);
    keep(KEY, all);
  };
  return (
    <div className="surge-line" role="status">
      <span className="surge-mark" aria-hidden="true" />
      <span className="surge-told">
        <b>{words.surges.now}</b> <Told surge={first} />
        {fresh.length > 1 && <span className="soft"> · {words.surges.more(fresh.length - 1)}</span>}
      </span>
      <button type="button" className="plain" onClick={leave}>
        {words.surges.read}
      </button>
    </div>
  );
}
