import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { Coming, Failed } from "../look";
import { words } from "../words";
import { errorQuery, evidenceQuery } from "./api";
import { EvidenceBeside } from "./Evidence";
import { SheetFrame } from "./SheetFrame";

import { ErrorSheetView } from "./Sheets";

/** A known error as one readable sheet, its evidence in the margin beside each fix. States: loading, failed, filled. */
export function ErrorPage() {
  const { key = "" } = useParams();
  const { data, error, refetch } = useQuery(errorQuery(key));
  const { data: evidence } = useQuery(evidenceQuery(key));
  if (error) return <Failed error={error} again={() => void refetch()} />;
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
          (evidence.cases > 0
            ? words.library.evidence(evidence.cases, evidence.solved)
            : words.library.noEvidence)}
      </p>
      <ErrorSheetView
        sheet={data}
        beside={(fix) => <EvidenceBeside e={evidence?.fixes.find((f) => f.key === fix)} />}
      />
    </SheetFrame>
  );
}
