import { Button } from "antd";
import { Link } from "react-router";
import type { ParcelPart } from "../api";
import { words } from "../words";

const t = words.writing.parcel;

/** What readers do not see yet and a document points at: it is published with it, or written first. */
export function Parcel(p: { parts: ParcelPart[]; onAll: () => void; onLeave: () => void }) {
  const missing = p.parts.filter((x) => x.revision === null);
  return (
    <div className="parcel" role="alertdialog" aria-label={t.title}>
      <p>{missing.length > 0 ? t.missing(missing.length) : t.together(p.parts.length)}</p>
      <ul>
        {p.parts.map((x) => (
          <li key={x.key}>
            <Link to={`/write/fixes/${x.key}`}>{x.title || x.key}</Link>{" "}
            <span className="soft">
              {x.revision === null
                ? t.notWritten
                : `${words.library.revision(x.revision)}, ${words.library.statuses[x.status ?? ""] ?? ""}`}
            </span>
          </li>
        ))}
      </ul>
      {missing.length === 0 && (
        <Button type="primary" autoFocus onClick={p.onAll}>
          {t.all(p.parts.length + 1)}
        </Button>
      )}{" "}
      <Button onClick={p.onLeave}>{words.common.cancel}</Button>
    </div>
  );
}
