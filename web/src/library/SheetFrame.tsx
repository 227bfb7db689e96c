import { type ReactNode, useContext } from "react";
import { Link } from "react-router";
import { SignedIn } from "../frame";
import { words } from "../words";
import { DocumentActs } from "./DocumentActs";
import { History } from "./History";

/** What every published sheet has around it: its title, printing, and for authors the way to its source and its history. */
export function SheetFrame(p: {
  folder: "errors" | "fixes";
  docKey: string;
  title: string;
  children: ReactNode;
}) {
  const writes = useContext(SignedIn).roles.includes("author");
  return (
    <main className="page sheet-page">
      <div className="page-head">
        <h1>{p.title}</h1>
        <span className="links no-print">
          <button type="button" className="plain" onClick={() => window.print()}>
            {words.library.print}
          </button>
          {writes && <DocumentActs folder={p.folder} docKey={p.docKey} title={p.title} />}
          {writes && <Link to={`/write/${p.folder}/${p.docKey}`}>{words.library.edit}</Link>}
        </span>
      </div>
      {p.children}
      {writes && <History folder={p.folder} docKey={p.docKey} />}
    </main>
  );
}
