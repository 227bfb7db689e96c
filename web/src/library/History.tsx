import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Ago, useNow } from "../look";
import { words } from "../words";
import { historyQuery } from "./api";
import { Before, MeasuredOf, WhatChanged } from "./Effects";

const MOST = 12;

/** Who changed a document, when and why; newest first. */
export function History({ folder, docKey }: { folder: string; docKey: string }) {
  const { data } = useQuery(historyQuery(folder, docKey));
  const now = useNow();
  if (!data) return null;
  return (
    <section className="history no-print">
      <h2>
        {words.library.history}{" "}
        <Link className="soft" to={`/write/${folder}/${docKey}/revisions`}>
          {words.library.compare}
        </Link>
      </h2>
      <WhatChanged folder={folder} docKey={docKey} />
      <ul>
        {data.slice(0, MOST).map((r) => (
          <li key={r.number} className="soft">
            {words.library.revision(r.number)} · {r.author} · <Ago at={r.at} now={now} />
            {r.published && ` · ${words.library.published}`}
            {r.note && ` · ${r.note}`}
            <MeasuredOf folder={folder} docKey={docKey} revision={r.number} />
          </li>
        ))}
        <Before folder={folder} docKey={docKey} />
      </ul>
    </section>
  );
}
