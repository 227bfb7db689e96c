import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Button, Input, Select } from "antd";
import { Link, useSearchParams } from "react-router";
import type { Act } from "../api";
import { Ago, Coming, Failed, useNow } from "../look";
import { words } from "../words";
import { actsQuery, peopleQuery } from "./api";
import { actsSearch, type ActFilters, asked, filtersOf, isChosen, placeOf } from "./journal";
import { TeamTabs } from "./TeamTabs";
import "./team.css";

const t = words.team;

/** What was done, by whom, to what: read back page by page, or taken out whole. What is chosen stands in the address. */
export function JournalPage() {
  const [search, setSearch] = useSearchParams();
  const filters = filtersOf(search);
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery(
    actsQuery(filters),
  );
  const set = (change: Partial<ActFilters>) =>
    setSearch(actsSearch({ ...filters, ...change }), { replace: true });
  const rows = data?.pages.flatMap((p) => p.rows) ?? [];
  return (
    <main className="page team">
      <div className="page-head">
        <TeamTabs at="journal" />
        <a href={`/api/audit.csv?${apiSearch(filters)}`} download>
          {t.takeOut}
        </a>
      </div>
      <p className="soft">{t.journalSays}</p>
      <Choose filters={filters} acts={data?.pages[0]?.acts ?? []} onSet={set} />
      {error && !data && <Failed error={error} again={() => void refetch()} />}
      {!error && !data && <Coming />}
      {data && rows.length === 0 && <p className="empty soft">{t.noActs}</p>}
      <ul className="acts">
        {rows.map((a) => (
          <ActLine key={a.id} act={a} onWho={(person) => set({ person: String(person) })} />
        ))}
      </ul>
      {hasNextPage && (
        <Button loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {t.older}
        </Button>
      )}
    </main>
  );
}

const apiSearch = (f: ActFilters) => new URLSearchParams(asked(f)).toString();

function Choose(p: { filters: ActFilters; acts: string[]; onSet: (change: Partial<ActFilters>) => void }) {
  const { data: people } = useQuery(peopleQuery);
  const f = p.filters;
  const day = (name: "from" | "until", label: string) => (
    <label>
      {label} <input type="date" value={f[name]} onChange={(e) => p.onSet({ [name]: e.target.value })} />
    </label>
  );
  return (
    <div className="act-filters">
      <Select
        aria-label={t.who}
        showSearch
        optionFilterProp="label"
        value={f.person}
        options={[
          { value: "", label: t.anybody },
          ...(people ?? []).map((x) => ({ value: String(x.id), label: x.shown })),
        ]}
        onChange={(person) => p.onSet({ person })}
      />
      <Select
        aria-label={t.what}
        showSearch
        optionFilterProp="label"
        value={f.what}
        options={[{ value: "", label: t.anything }, ...p.acts.map((a) => ({ value: a, label: t.act(a) }))]}
        onChange={(what) => p.onSet({ what })}
      />
      <Input.Search
        aria-label={t.target}
        placeholder={t.target}
        allowClear
        key={f.target}
        defaultValue={f.target}
        onSearch={(target) => p.onSet({ target: target.trim() })}
      />
      {day("from", t.from)}
      {day("until", t.to)}
      {isChosen(f) && (
        <button
          type="button"
          className="plain"
          onClick={() => p.onSet({ person: "", what: "", target: "", from: "", until: "" })}
        >
          {t.allAgain}
        </button>
      )}
    </div>
  );
}

function ActLine({ act: a, onWho }: { act: Act; onWho: (person: number) => void }) {
  const now = useNow();
  const place = placeOf(a.target);
  // who acted on themselves is named once
  const target = a.target === `person ${a.person}` ? "" : a.targetName || a.target;
  return (
    <li>
      <span className="soft">
        <Ago at={a.at} now={now} />
      </span>
      {a.person === 0 ? (
        <span>{a.who}</span>
      ) : (
        <button type="button" className="row-title" onClick={() => onWho(a.person)}>
          {a.who}
        </button>
      )}
      <span>
        {t.act(a.what)}{" "}
        {place ? <Link to={place}>{target}</Link> : <span className="mono soft">{target}</span>}
        {a.detail && <span className="soft"> · {a.detail}</span>}
      </span>
    </li>
  );
}
