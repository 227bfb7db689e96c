import type { FreeStep } from "../../api";
import { TypedCommand, useKept } from "../../look";
import { words } from "../../words";
import type { CaseActs } from "../useCaseActs";
import { type FreeFields, StepForm } from "./StepForm";

const f = words.free;

/** A step that was done, and on demand its places to correct it, another place for it, and its way back. */
export function StepItem(p: {
  s: FreeStep;
  /** Its place among the case's steps, from 1, and how many there are. */
  n: number;
  of: number;
  editable: boolean;
  acts: CaseActs;
}) {
  const { s, acts } = p;
  // half a correction outlives a reload
  const [edited, setEdited] = useKept<FreeFields | null>(`free-edit.${s.id}`, null);
  if (edited)
    return (
      <StepForm
        autoFocus
        fields={edited}
        onFields={setEdited}
        onLeave={() => setEdited(null)}
        onKeep={(fields) =>
          void acts
            .changeFree(s.id, { ...fields, output: fields.output === "" ? null : fields.output })
            .then((ok) => ok && setEdited(null))
        }
      />
    );
  return (
    <div className="free-step">
      <div className="free-step-line">
        <span className="step-number">{p.n}</span>
        <span className="free-did">
          {s.did} {s.command !== "" && <TypedCommand text={s.command} />}
        </span>
        {p.editable && (
          <span className="free-acts">
            <button
              type="button"
              className="plain"
              onClick={() =>
                setEdited({
                  did: s.did,
                  command: s.command,
                  output: s.output ?? "",
                  aim: s.aim,
                  putBack: s.putBack,
                })
              }
            >
              {f.edit}
            </button>
            {p.n > 1 && (
              <button
                type="button"
                className="plain"
                aria-label={`${f.up}: ${s.did}`}
                title={f.up}
                onClick={() => void acts.changeFree(s.id, { place: p.n - 1 })}
              >
                ↑
              </button>
            )}
            {p.n < p.of && (
              <button
                type="button"
                className="plain"
                aria-label={`${f.down}: ${s.did}`}
                title={f.down}
                onClick={() => void acts.changeFree(s.id, { place: p.n + 1 })}
              >
                ↓
              </button>
            )}
            <button
              type="button"
              className="plain"
              onClick={() => void acts.changeFree(s.id, { undone: true })}
            >
              {f.remove}
            </button>
          </span>
        )}
      </div>
      {s.output !== null && <pre className="free-output mono">{s.output}</pre>}
      {s.putBack !== "" && (
        <p className={s.putBackDone ? "soft" : "free-owed"}>
          {f.putBackOpen} {s.putBack}{" "}
          {s.putBackDone
            ? `· ${f.putBackDone}`
            : p.editable && (
                <button
                  type="button"
                  className="plain"
                  onClick={() => void acts.changeFree(s.id, { putBackDone: true })}
                >
                  {f.putBackDone}
                </button>
              )}
        </p>
      )}
    </div>
  );
}
