import { useQuery } from "@tanstack/react-query";
import { useContext } from "react";
import { Link, useParams } from "react-router";
import { SignedIn } from "../frame";
import { Coming, Failed } from "../look";
import { words } from "../words";
import { errorQuery, evidenceQuery } from "./api";
import { EvidenceBeside } from "./Evidence";
import { History } from "./History";

import { ErrorSheetView } from "./Sheets";

/** A known error as one readable sheet, its evidence in the margin beside each fix. States: loading, failed, filled. */
export function ErrorPage() {
  const { key = "" } = useParams();
  const { data, error, refetch } = useQuery(errorQuery(key));
  const { data: evidence } = useQuery(evidenceQuery(key));
  const writes = useContext(SignedIn).roles.includes("author");
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page sheet-page">
      <div className="page-head">
        <h1>{data.title}</h1>
        <span className="links no-print">
          <button type="button" className="plain" onClick={() => window.print()}>
            {words.library.print}
          </button>
          {writes && <Link to={`/write/errors/${data.key}`}>{words.library.edit}</Link>}
        </span>
      </div>
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
      {writes && <History folder="errors" docKey={data.key} />}
    </main>
  );
}
