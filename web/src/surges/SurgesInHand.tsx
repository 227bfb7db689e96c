import { useQuery } from "@tanstack/react-query";
import { words } from "../words";
import { surgesQuery } from "./api";
import "./surges.css";
import { Told } from "./Told";

/** What surges, among what is in hand. */
export function SurgesInHand() {
  const { data } = useQuery(surgesQuery);
  if (!data || data.length === 0) return null;
  return (
    <section>
      <h2>
        {words.surges.title} <span className="count">{data.length}</span>
      </h2>
      <ul className="surge-lines">
        {data.map((x) => (
          <li key={`${x.error ?? x.title}${x.since}`}>
            <span className="surge-mark" aria-hidden="true" />
            <span className="surge-told">
              <Told surge={x} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
