import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { GapShape } from "../api";
import { useSay } from "../look";
import { words } from "../words";
import { isKnown, nearQuery } from "./api";
import "./gaps.css";

const g = words.gaps;

/** The known errors that it is most like: one act adds its words to one of them. */
export function Near({ shape, writes }: { shape: GapShape; writes: boolean }) {
  const { data } = useQuery(nearQuery(shape.number));
  const [said, setSaid] = useState("");
  const say = useSay();
  if (!data) return null;
  if (said !== "") return <p>{said}</p>;
  return (
    <div className="gap-near">
      <h3>{data.length === 0 ? g.nearNone : g.near}</h3>
      <ul>
        {data.map((n) => (
          <li key={n.error}>
            <Link to={`/library/errors/${n.error}`}>{n.title}</Link>{" "}
            {writes && (
              <button
                type="button"
                className="plain"
                onClick={() =>
                  void isKnown(shape.number, n.error).then(
                    () => setSaid(g.isDone(n.title)),
                    (e: unknown) => say.failed(e),
                  )
                }
              >
                {g.isIt}
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
