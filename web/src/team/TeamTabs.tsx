import { useContext } from "react";
import { Link } from "react-router";
import { SignedIn } from "../frame";
import { words } from "../words";

const t = words.team;
const TABS = [
  ["mine", t.mine, "/team"],
  ["people", t.people, "/team/people"],
  ["journal", t.journal, "/team/journal"],
  ["keeping", t.keeping, "/team/keeping"],
  ["settings", t.settings, "/team/settings"],
] as const;

/** One's own sign-ins, and for leads what they look after. */
export function TeamTabs({ at }: { at: (typeof TABS)[number][0] }) {
  const lead = useContext(SignedIn).roles.includes("lead");
  if (!lead) return <h1>{t.mine}</h1>;
  return (
    <nav className="team-tabs" aria-label={t.title}>
      {TABS.map(([key, title, to]) =>
        key === at ? (
          <h1 key={key}>{title}</h1>
        ) : (
          <Link key={key} to={to}>
            {title}
          </Link>
        ),
      )}
    </nav>
  );
}
