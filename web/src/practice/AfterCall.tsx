import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import type { AfterPractice, PracticeWay } from "../api";
import { Failed, KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { otherQuery, takeCall } from "./api";
import "./practice.css";

const m = words.practice.after;

/** What a practice case was, when it has ended. States: loading, failed, filled. */
export function AfterCall({ n, status }: { n: number; status: string }) {
  const { data, error, refetch } = useQuery(otherQuery(n, status));
  const navigate = useNavigate();
  const say = useSay();
  const again = () => void takeCall().then((d) => void navigate(`/practice/${d.id}`), say.failed);
  useKeys(words.keys.inCase, [{ key: "a", says: m.again, act: again }]);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data?.ended) return null;
  return (
    <section className="after-call">
      <h2>{m.title}</h2>
      <Told t={data.ended} />
      <p>
        <KeyButton k="a" strong onPress={again}>
          {m.again}
        </KeyButton>
      </p>
    </section>
  );
}

function Told({ t }: { t: AfterPractice }) {
  return (
    <>
      <p className="what-it-was">
        <Link to={`/library/errors/${t.error}`}>{t.errorTitle}</Link>
      </p>
      <p>
        {m.mends} <Link to={`/library/fixes/${t.cause}`}>{t.causeTitle}</Link>
      </p>
      {t.workedUnder !== null && <p>{m.asAnother(t.workedUnder, t.errorTitle)}</p>}
      <p>
        {t.mended === null ? m.unknown : t.mended ? m.mended : m.notMended}{" "}
        <span className="soft">{m.minutes(t.minutes, t.onDevice)}</span>
      </p>
      {t.left.length > 0 && (
        <div>
          <p>{m.left}</p>
          <ul className="mono">
            {t.left.map((l) => (
              <li key={l}>{l}</li>
            ))}
          </ul>
        </div>
      )}
      <dl className="ways">
        <dt>{m.yours}</dt>
        <dd>
          <Way w={t.yours} />
        </dd>
        <dt>{m.laidOut}</dt>
        <dd>
          <Way w={t.laidOut} />
        </dd>
        {t.asking && (
          <>
            <dt>{m.askedFirst}</dt>
            <dd>
              <p className="soft">
                {t.asking.question} {m.answer(t.asking.answer)}
              </p>
              <Way w={t.asking.way} />
            </dd>
          </>
        )}
      </dl>
      <p>
        <b>{m.verdict[t.verdict]}</b> {t.longerBy !== null && m.sooner(t.longerBy)}
      </p>
    </>
  );
}

/** The fixes of a way in their order, each tied to the next. */
function Way({ w }: { w: PracticeWay }) {
  if (w.fixes.length === 0) return <span className="soft">{m.nothingTried}</span>;
  return (
    <>
      <ol className="way">
        {w.fixes.map((f, i) => (
          <li key={i} className={w.mends && i === w.fixes.length - 1 ? "mends" : ""}>
            <span>{f.title}</span>
          </li>
        ))}
      </ol>
      <span className="soft">{m.usual(w.minutes)}</span>
    </>
  );
}
