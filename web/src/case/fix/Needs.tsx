import type { FilledFix } from "../../api";
import { KeyButton } from "../../look";
import { words } from "../../words";

/** What must be at hand, as one line with one key. */
export function Needs(p: { needs: FilledFix["needs"]; onAll: () => void; onNot: (fact: string) => void }) {
  if (p.needs.length === 0) return null;
  const open = p.needs.some((n) => n.state !== "yes");
  return (
    <p className="needs soft">
      {words.case.needs}:{" "}
      {p.needs.map((n, i) => (
        <span key={n.id}>
          {i > 0 && " · "}
          {n.title.charAt(0).toLowerCase() + n.title.slice(1)}
          {n.state === "yes" && <span className="tick-off"> ✓</span>}
          {n.state !== "yes" && n.how && <span title={n.how}> ({n.how})</span>}
          {n.state !== "yes" && n.wanted === "yes" && (
            <button type="button" className="plain" onClick={() => p.onNot(n.fact)}>
              {words.case.notHere}
            </button>
          )}
        </span>
      ))}
      {open && (
        <KeyButton k="a" onPress={p.onAll}>
          {words.case.allThere}
        </KeyButton>
      )}
    </p>
  );
}
