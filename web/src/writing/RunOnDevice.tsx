import { useMutation } from "@tanstack/react-query";
import { Button } from "antd";
import type { DraftRan } from "../api";
import { Failed } from "../look";
import { words } from "../words";
import { runOnDevices } from "./api";

const t = words.practice.run;

/** A document as it stands there, worked on practice devices. States: not asked, running, failed, nothing to run it on, filled. */
export function RunOnDevice({
  folder,
  docKey,
  text,
}: {
  folder: "errors" | "fixes";
  docKey: string;
  text: string;
}) {
  const run = useMutation({ mutationFn: (of: string) => runOnDevices(folder, docKey, of) });
  const begin = () => run.mutate(text);
  return (
    <section className="rehearsing">
      <div className="rehearsing-head">
        <Button loading={run.isPending} onClick={begin}>
          {run.data ? t.again : t.begin}
        </Button>
        <span className="soft" aria-live="polite">
          {run.isPending ? t.running : t.says[folder]}
        </span>
      </div>
      {run.error && <Failed error={run.error} again={begin} />}
      {run.data?.length === 0 && <p>{t.none[folder]}</p>}
      {run.data?.map((r) => (
        <Ran key={r.error} r={r} />
      ))}
    </section>
  );
}

/** What was typed and printed; of somebody who was asked, the question and the answer. */
const lineOf = (l: DraftRan["typed"][number]) =>
  l.line === "" ? `${l.title} ${l.printed}` : `\u203a ${l.line}\n${l.printed}`;

function Ran({ r }: { r: DraftRan }) {
  return (
    <div className="ran">
      <h3>
        {r.title}{" "}
        <span className={r.mended ? "soft" : "risk"}>
          {r.mended ? t.mended : t.notMended} · {t.on(r.device, r.minutes)}
        </span>
      </h3>
      {r.complaints.length === 0 ? (
        <p>{t.nothingWrong}</p>
      ) : (
        <ul>
          {r.complaints.map((c) => (
            <li key={`${c.step} ${c.text}`} className="risk">
              {c.step >= 0 && `${t.step(c.step + 1)}: `}
              {c.text}
            </li>
          ))}
        </ul>
      )}
      <pre className="mono ran-lines">{r.typed.map(lineOf).join("\n")}</pre>
    </div>
  );
}
