import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Before } from "../gaps";
import { Coming, Failed, KeyButton, useKeys } from "../look";
import { words } from "../words";
import { errorQuery, evidenceQuery, fixQuery } from "./api";
import { EvidenceBeside } from "./Evidence";
import { Sayings } from "./Sayings";
import { SheetFrame } from "./SheetFrame";

import { ErrorSheetView, FixSheetView } from "./Sheets";

/** A fix with its steps below the runbook that lists it, so that one print has all that is needed at the device. */
function FixBelow({ fix }: { fix: string }) {
  const { data, error } = useQuery(fixQuery(fix));
  if (error && !data) return <Failed error={error} />;
  if (!data) return <Coming />;
  return (
    <section className="fix-below">
      <h2>{data.title}</h2>
      <FixSheetView sheet={data} />
    </section>
  );
}

/** A known error as one readable sheet, its evidence in the margin beside each fix. States: loading, failed, filled. */
export function ErrorPage() {
  const { key = "" } = useParams();
  const { data, error, refetch } = useQuery(errorQuery(key));
  const { data: evidence } = useQuery(evidenceQuery(key));
  const [whole, setWhole] = useState(false);
  useKeys(words.library.whole, [{ key: "a", says: words.library.whole, act: () => setWhole(!whole) }]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <SheetFrame folder="errors" docKey={data.key} title={data.title}>
      <p className="soft">
        {[
          ...data.phases.map((p) => words.phases[p] ?? p),
          ...data.products,
          words.library.revision(data.revision),
        ].join(" · ")}
        {" · "}
        {evidence &&
          (evidence.cases > 0 ? (
            <Link to={`/evidence/${data.key}`}>
              {words.library.evidence(evidence.cases, evidence.solved)}
            </Link>
          ) : (
            words.library.noEvidence
          ))}
      </p>
      <ErrorSheetView
        sheet={data}
        beside={(fix) => <EvidenceBeside e={evidence?.fixes.find((f) => f.key === fix)} />}
      />
      <p className="no-print">
        <KeyButton k="a" onPress={() => setWhole(!whole)}>
          {whole ? words.library.wholeOff : words.library.whole}
        </KeyButton>
      </p>
      {whole && data.tries.filter((t) => t.published).map((t) => <FixBelow key={t.fix} fix={t.fix} />)}
      <Before error={data.key} />
      <Sayings error={data.key} />
    </SheetFrame>
  );
}
