import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { Fragment } from "react";
import { useNavigate, useParams } from "react-router";
import { api, type FilledStep, got } from "../api";
import { Coming, CommandText, Prose } from "../look";
import { words } from "../words";
import "./show.css";

const FRESH_MS = 20_000;

/** The steps of one fix, large, one below the other. States: no code yet, loading, refused, filled. */
export function ShowPage() {
  const code = useParams().code ?? "";
  const navigate = useNavigate();
  const { data, error } = useQuery({
    queryKey: ["shown", code],
    queryFn: ({ signal }) => got(api.GET("/api/shown/{code}", { params: { path: { code } }, signal })),
    enabled: code !== "",
    refetchInterval: (q) => (q.state.error ? false : FRESH_MS),
    retry: false,
  });
  if (code === "" || error)
    return (
      <main className="show">
        <h1>{words.show.title}</h1>
        {error && <p role="alert">{error.message}</p>}
        <label>
          {words.show.code}
          <Input
            autoFocus
            className="mono"
            size="large"
            maxLength={20}
            autoCapitalize="none"
            onPressEnter={(e) => void navigate(`/show/${encodeURIComponent(e.currentTarget.value.trim())}`)}
          />
        </label>
      </main>
    );
  if (!data) return <Coming />;
  return (
    <main className="show">
      <h1>{data.fix.title}</h1>
      <p className="soft">{[data.title, data.device].filter(Boolean).join(" · ")}</p>
      {data.fix.risk !== "safe" && <p className="risk">{words.risks[data.fix.risk]}</p>}
      <ol>
        {data.fix.steps
          .filter((s) => s.applies !== "no")
          .map((s) => (
            <Step key={s.index} s={s} />
          ))}
      </ol>
    </main>
  );
}

function Step({ s }: { s: FilledStep }) {
  const lines: [string, string[]][] = [
    [words.case.caution, s.cautions],
    [words.case.expect, s.expect],
    [words.case.nothingShows, s.nothingShows ? [s.nothingShows] : []],
    [words.case.doneWhen, s.doneWhen ? [s.doneWhen] : []],
    [words.case.putBack, s.putBacks],
  ];
  return (
    <li>
      <h2>{s.title}</h2>
      {s.applies === "depends" && (
        <p>
          {words.case.onlyWhere} {s.when}
        </p>
      )}
      {s.destroys && (
        <p className="risk">
          {words.case.destroysTitle}: {s.destroys}
        </p>
      )}
      <Prose text={s.prose} />
      {s.choose && (
        <p>
          {s.choose.text || words.case.reading.whichRow} <b className="mono">{s.choose.chosen.join(" · ")}</b>
        </p>
      )}
      {s.gets
        .filter((g) => g.applies !== "no")
        .map((g) => (
          <p key={g.address}>
            {words.case.getIt} <b>{g.name}</b> {g.origin && words.case.getFrom(g.origin)}{" "}
            <code className="mono">{g.address}</code>
          </p>
        ))}
      {s.answers.map((a) => (
        <p key={a.prompt}>
          {words.case.itAsks} <code className="mono">{a.prompt}</code> {words.case.answerWith}{" "}
          <b>{a.answer}</b> {a.why}
        </p>
      ))}
      {s.each && (
        <p className="soft">
          {s.items.length > 0 ? words.case.forEach(s.items.length, s.each) : words.case.listUnknown(s.each)}
        </p>
      )}
      {(s.destroys !== "" || s.must.held) && s.commands.length === 0 && <p>{words.show.held}</p>}
      {s.commands.map((c, i) => (
        <Fragment key={i}>
          <Prose text={c.before} />
          <div className="command">
            <CommandText pieces={c.pieces} />
          </div>
        </Fragment>
      ))}
      <Prose text={s.behind} />
      {lines.map(([label, texts]) =>
        texts.map((t) => (
          <div key={label + t} className="line">
            <span className="label">{label}</span> <Prose text={t} />
          </div>
        )),
      )}
      {s.asks.map((a) => (
        <p key={a.sets}>
          {a.text} <span className="soft">({a.choices.join(", ")})</span>
        </p>
      ))}
    </li>
  );
}
