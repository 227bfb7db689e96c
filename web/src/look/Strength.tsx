import { words } from "../words";
import { strength } from "./strength";

/** How well a password would hold, in a word and as stitches; nothing while nothing is typed. */
export function Strength({ password }: { password: string }) {
  if (password === "") return null;
  const of = strength(password);
  return (
    <p className="strength" role="status">
      <span aria-hidden="true">
        {[1, 2, 3].map((n) => (
          <i key={n} className={n <= of ? "on" : undefined} />
        ))}
      </span>
      {words.strength[of]}
    </p>
  );
}
