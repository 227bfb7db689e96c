import { useQuery } from "@tanstack/react-query";
import { useContext } from "react";
import { Link, useParams } from "react-router";
import { SignedIn } from "../frame";
import { Coming, Failed } from "../look";
import { words } from "../words";
import { fixQuery } from "./api";
import { History } from "./History";

import { FixSheetView } from "./Sheets";

/** A fix as one readable sheet. States: loading, failed, filled. */
export function FixPage() {
  const { key = "" } = useParams();
  const { data, error, refetch } = useQuery(fixQuery(key));
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
          {writes && <Link to={`/write/fixes/${data.key}`}>{words.library.edit}</Link>}
        </span>
      </div>
      <FixSheetView sheet={data} />
      {writes && <History folder="fixes" docKey={data.key} />}
    </main>
  );
}
