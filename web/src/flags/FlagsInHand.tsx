import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { Ago, useNow, useSay } from "../look";
import { words } from "../words";
import { flagRead, myFlagsQuery } from "./api";
import "./flags.css";

const t = words.flags;

/** What I was answered, and what was said of what I wrote. */
export function FlagsInHand() {
  const { data } = useQuery(myFlagsQuery);
  const client = useQueryClient();
  const say = useSay();
  const now = useNow();
  if (!data) return null;
  const read = (id: number) =>
    flagRead(id).then(
      () => void client.invalidateQueries({ queryKey: ["flags"] }),
      (e: unknown) => say.failed(e),
    );
  return (
    <>
      {data.answered.length > 0 && (
        <section>
          <h2>
            {t.answeredTitle} <span className="count">{data.answered.length}</span>
          </h2>
          <ul className="flag-lines">
            {data.answered.map((f) => (
              <li key={f.id}>
                <span>
                  {t.answered(f.title, f.fixTitle)}: {t.answer(f.answeredBy ?? "", f.mended)}
                  {f.answer && `: ${f.answer}`}
                </span>
                <Link to={`/case/${f.number}`}>{t.onCase(f.number)}</Link>
                <button type="button" className="plain" onClick={() => void read(f.id)}>
                  {t.read}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {data.toAnswer.length > 0 && (
        <section>
          <h2>
            {t.toAnswerTitle} <span className="count">{data.toAnswer.length}</span>
          </h2>
          <ul className="flag-lines">
            {data.toAnswer.map((f) => (
              <li key={f.id}>
                <span>
                  <Link to={`/write/fixes/${f.fix}`}>{t.answered(f.title, f.fixTitle)}</Link>{" "}
                  {t.toAnswer(f.person, t.kinds[f.kind] ?? f.kind)}
                  {f.text && `: ${f.text}`}
                </span>
                <Ago at={f.at} now={now} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
