import type { Recognition } from "../api";
import { useTakingIn } from "../frame";
import { words } from "../words";

/** What is masked before the text is stored, each with a way to say that it is no secret. */
export function Secrets({ text, found }: { text: string; found: Recognition | undefined }) {
  const { draft, change } = useTakingIn();
  const t = words.takingIn.secrets;
  if (!found || found.secrets.length === 0) return null;
  const parts = [...new Set(found.secrets.map((s) => text.slice(s.span[0], s.span[1])))];
  const kindOf = (part: string) =>
    found.secrets.find((s) => text.slice(s.span[0], s.span[1]) === part)?.kind ?? "token";
  return (
    <div className="secrets">
      <h2>{t.title}</h2>
      <ul>
        {parts.slice(0, 8).map((part) => {
          const kept = draft.unmasked.includes(part);
          return (
            <li key={part}>
              <span className={kept ? "mono" : "mono masked"}>
                {part.length > 40 ? `${part.slice(0, 40)}…` : part}
              </span>{" "}
              <span className="soft">{kept ? t.kept : t.kinds[kindOf(part)]}</span>{" "}
              <button
                type="button"
                className="plain"
                onClick={() =>
                  change({
                    unmasked: kept ? draft.unmasked.filter((u) => u !== part) : [...draft.unmasked, part],
                  })
                }
              >
                {kept ? t.mask : t.keep}
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
