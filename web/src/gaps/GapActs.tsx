import { Input } from "antd";
import { Link } from "react-router";
import { KeyButton } from "../look";
import { words } from "../words";
import "./gaps.css";

const g = words.gaps;

/** What is done with a shape: a draft, or hidden for a reason; hidden, it can be shown again. */
export function GapActs(p: {
  draft: string | null;
  hiddenFor: string | null;
  writes: boolean;
  hiding: boolean;
  onHiding: (on: boolean) => void;
  onHide: (why: string) => void;
  onDraft: () => void;
}) {
  if (p.hiddenFor !== null)
    return (
      <div className="gap-acts">
        <span className="soft">{g.hiddenFor(p.hiddenFor)}</span>
        {p.writes && (
          <button type="button" className="plain" onClick={() => p.onHide("")}>
            {g.shown}
          </button>
        )}
      </div>
    );
  return (
    <div className="gap-acts">
      {p.draft === null ? (
        <KeyButton k="m" strong onPress={p.onDraft}>
          {g.draft}
        </KeyButton>
      ) : p.writes ? (
        <Link to={`/write/errors/${p.draft}`}>{g.draftOpen}</Link>
      ) : (
        <span className="soft">
          {words.free.draftMade} {p.draft}
        </span>
      )}
      {p.writes && !p.hiding && (
        <KeyButton k="h" onPress={() => p.onHiding(true)}>
          {g.hide}
        </KeyButton>
      )}
      {p.hiding && (
        <Input
          autoFocus
          aria-label={g.hideWhy}
          placeholder={g.hideWhy}
          maxLength={1000}
          onPressEnter={(e) => e.currentTarget.value.trim() && p.onHide(e.currentTarget.value.trim())}
          onKeyDown={(e) => {
            if (e.key !== "Escape") return;
            e.stopPropagation();
            p.onHiding(false);
          }}
        />
      )}
    </div>
  );
}
