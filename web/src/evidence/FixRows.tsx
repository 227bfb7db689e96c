import type { ErrorEvidence, FixEvidence } from "../api";
import { Key, StitchBar } from "../look";
import { words } from "../words";

const w = words.evidence.error;

/** Every fix a stitch bar; pressed, or by its digit, it is the one that the months and cases below are of. */
export function FixRows(p: {
  evidence: ErrorEvidence;
  asFirst: boolean;
  chosen: string;
  onChoose: (key: string) => void;
}) {
  return (
    <ol className="fix-rows">
      {p.evidence.fixes.map((f, i) => (
        <li key={f.key}>
          <button
            type="button"
            className={f.key === p.chosen ? "fix-row chosen" : "fix-row"}
            aria-pressed={f.key === p.chosen}
            onClick={() => p.onChoose(f.key)}
          >
            <span className="name">
              {i < 9 && <Key k={String(i + 1)} />} {f.title}
            </span>
            <Bar f={f} asFirst={p.asFirst} />
            <span className="counts soft">
              {counts(f, p.asFirst)}
              {p.evidence.littleEvidence && f.tried > 0 && ` · ${w.little}`}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

function Bar({ f, asFirst }: { f: FixEvidence; asFirst: boolean }) {
  const [chance, low, high] = asFirst ? [f.chance, f.low, f.high] : [f.share, f.shareLow, f.shareHigh];
  return (
    <StitchBar
      wide
      chance={chance}
      low={low}
      high={high}
      guessed={asFirst && f.triedFirst === 0}
      worked={asFirst ? f.workedFirst : f.held}
      tried={asFirst ? f.triedFirst : f.tried}
      says={counts(f, asFirst)}
    />
  );
}

function counts(f: FixEvidence, asFirst: boolean): string {
  const time = words.common.minutes(f.minutes);
  return [tries(f, asFirst), time, words.common.togetherShort(f.together, f.credit)]
    .filter((s) => s !== "")
    .join(" · ");
}

function tries(f: FixEvidence, asFirst: boolean): string {
  if (f.tried === 0) return f.together > 0 ? words.common.neverAlone : w.never;
  if (asFirst && f.triedFirst === 0) return w.neverFirst(f.tried);
  return asFirst ? w.of(f.workedFirst, f.triedFirst) : w.of(f.held, f.tried);
}
