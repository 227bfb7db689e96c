import { useContext } from "react";
import { SignedIn } from "../frame";
import { words } from "../words";
import { Arriving } from "./Arriving";
import { CasesIn } from "./CasesIn";
import { Hooks } from "./Hooks";
import "./in-and-out.css";

const t = words.inAndOut;

/** The library and the cases as files, both ways, and who is told of what happens. */
export function InAndOutPage() {
  const roles = useContext(SignedIn).roles;
  const lead = roles.includes("lead");
  return (
    <main className="page in-and-out">
      <h1>{t.title}</h1>
      <section>
        <h2>{t.out}</h2>
        <ul className="goes-out">
          <li>
            <a href="/api/library/export" download>
              {t.published}
            </a>
          </li>
          <li>
            <a href="/api/library/export?drafts=true" download>
              {t.withDrafts}
            </a>
          </li>
          <li>
            <a href="/api/library/handbook" download>
              {t.handbook}
            </a>
          </li>
          {lead && (
            <>
              <li>
                <a href="/api/cases/export.csv" download>
                  {t.cases}
                </a>
              </li>
              <li>
                <a href="/api/cases/export.jsonl" download>
                  {t.casesWhole}
                </a>
              </li>
            </>
          )}
          <li>
            <a href="/api/feed.atom">{t.feed}</a>
          </li>
        </ul>
      </section>
      {lead && <Arriving />}
      {lead && <CasesIn />}
      {lead && <Hooks />}
    </main>
  );
}
