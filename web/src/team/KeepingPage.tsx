import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, InputNumber } from "antd";
import { type FormEvent, useState } from "react";
import type { DeskSettings } from "../api";
import { Ago, Coming, Failed, useNow, useSay } from "../look";
import { words } from "../words";
import { changeSettings, eraseWords, purgesQuery, purgeNow, settingsQuery } from "./api";
import { Backups } from "./Backups";
import { JobLine } from "./JobLine";
import { TeamTabs } from "./TeamTabs";
import "./team.css";

const t = words.team;
const KINDS = ["textDays", "outputDays", "pictureDays", "nameDays"] as const;

/** What is kept for how long, what is erased, and the copies of the desk. */
export function KeepingPage() {
  return (
    <main className="page team">
      <TeamTabs at="keeping" />
      <Retention />
      <EraseWords />
      <Backups />
    </main>
  );
}

type Days = Record<(typeof KINDS)[number], number | null>;

function Retention() {
  const { data, error, refetch } = useQuery(settingsQuery);
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return <RetentionForm key={KINDS.map((k) => data[k]).join()} settings={data} />;
}

function RetentionForm({ settings }: { settings: DeskSettings }) {
  const client = useQueryClient();
  const say = useSay();
  const now = useNow();
  const { data: looked } = useQuery(purgesQuery);
  const [days, setDays] = useState<Days>(settings);
  const [job, setJob] = useState<string | null>(null);
  const changed = KINDS.filter((k) => days[k] !== settings[k]);
  const set = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const change = Object.fromEntries(changed.map((k) => [k, days[k] ?? 0]));
      client.setQueryData(settingsQuery.queryKey, await changeSettings(change));
      say.done(t.saved);
    } catch (problem) {
      say.failed(problem);
    }
  };
  const look = () => void purgeNow().then((j) => setJob(j.id), say.failed);
  const any = KINDS.some((k) => settings[k] !== null);
  return (
    <section className="setting">
      <h2>{t.retention}</h2>
      <p>{t.retentionSays}</p>
      <form className="kept-days" onSubmit={(e) => void set(e)}>
        {KINDS.map((k) => (
          <label key={k}>
            <span>{t.kinds[k]}</span>
            <InputNumber
              min={1}
              max={36500}
              precision={0}
              placeholder={t.forGood}
              value={days[k]}
              onChange={(value) => setDays({ ...days, [k]: value })}
            />
            <span className="soft">{days[k] === null ? "" : t.days}</span>
          </label>
        ))}
        <Button htmlType="submit" disabled={changed.length === 0}>
          {t.setThem}
        </Button>
      </form>
      <p className="soft">
        {looked?.at ? (
          <>
            {t.lookedLast} <Ago at={looked.at} now={now} />: {looked.said}.
          </>
        ) : (
          t.neverLooked
        )}{" "}
        {any && (
          <button type="button" className="plain" onClick={look}>
            {t.lookNow}
          </button>
        )}
      </p>
      {job && (
        <JobLine
          id={job}
          says={t.looking}
          onDone={() => {
            setJob(null);
            void client.invalidateQueries({ queryKey: purgesQuery.queryKey });
          }}
        />
      )}
    </section>
  );
}

/** What is destroyed is typed once more. */
function EraseWords() {
  const say = useSay();
  const client = useQueryClient();
  const [whose, setWhose] = useState("");
  const [again, setAgain] = useState("");
  const wanted = whose.trim();
  const erase = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const number = /^\d+$/.test(wanted) ? Number(wanted) : null;
      const erased = await eraseWords(number === null ? { requester: wanted } : { number });
      say.done(t.wordsErased(Math.max(erased.texts, erased.outputs, erased.pictures, erased.names)));
      setWhose("");
      setAgain("");
      // any page may have shown what is gone
      void client.invalidateQueries();
    } catch (problem) {
      say.failed(problem);
    }
  };
  return (
    <section className="setting">
      <h2>{t.eraseWords}</h2>
      <p>{t.eraseWordsSays}</p>
      <form className="add-person" onSubmit={(e) => void erase(e)}>
        <Input
          aria-label={t.whose}
          placeholder={t.whose}
          value={whose}
          onChange={(e) => setWhose(e.target.value)}
        />
        <Input
          aria-label={t.typeAgain}
          placeholder={t.typeAgain}
          value={again}
          onChange={(e) => setAgain(e.target.value)}
        />
        <Button htmlType="submit" danger disabled={wanted === "" || again.trim() !== wanted}>
          {t.eraseGo}
        </Button>
      </form>
    </section>
  );
}
