import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Segmented } from "antd";
import { Coming, Failed, useSay } from "../look";
import { words } from "../words";
import { changeSettings, settingsQuery } from "./api";
import { TeamTabs } from "./TeamTabs";
import "./team.css";

const t = words.team;

/** How the desk is set, one sentence each. */
export function SettingsPage() {
  const { data, error, refetch } = useQuery(settingsQuery);
  const client = useQueryClient();
  const say = useSay();
  const set = async (change: { colleaguesFigures: boolean }) => {
    try {
      client.setQueryData(settingsQuery.queryKey, await changeSettings(change));
      say.done(t.saved);
    } catch (e) {
      say.failed(e);
    }
  };
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <main className="page team">
      <TeamTabs at="settings" />
      <section className="setting">
        <h2>{t.colleagues}</h2>
        <p>{t.colleaguesSays}</p>
        <Segmented
          aria-label={t.colleagues}
          value={data.colleaguesFigures ? t.on : t.off}
          options={[t.off, t.on]}
          onChange={(v) => void set({ colleaguesFigures: v === t.on })}
        />
      </section>
    </main>
  );
}
