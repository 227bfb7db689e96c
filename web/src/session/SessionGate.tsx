import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { onSignedOut } from "../api";
import { SignedIn } from "../frame";
import { Coming, Failed, keepFor } from "../look";
import { sessionQuery, signOut } from "./api";
import { DeskNotice } from "./DeskNotice";
import { SignInNews } from "./SignInNews";
import { SignInPage } from "./SignInPage";
import "./session.css";

/**
 * Shows what is behind it to whoever is signed in. When the session ends in mid-work the sign-in stands over the page, which
 * stays as it is.
 */
export function SessionGate({ children }: { children: ReactNode }) {
  const { data, error, refetch } = useQuery(sessionQuery);
  const client = useQueryClient();
  const [lapsed, setLapsed] = useState(false);
  useEffect(() => onSignedOut(() => setLapsed(true)), []);

  const user = data?.user ?? null;
  if (user) keepFor(user.login);
  const self = useMemo(
    () => ({
      id: user?.id ?? 0,
      login: user?.login ?? "",
      name: user?.name ?? "",
      shown: user?.shown ?? "",
      roles: user?.roles ?? [],
      password: user?.password ?? false,
      byAccount: user?.byAccount ?? false,
      account: data?.account ?? null,
      demo: data?.demo ?? false,
      lessThanLead: user?.lessThanLead ?? false,
      news: user?.news ?? [],
      signOut: () =>
        void signOut().then((session) => {
          if (session.farewell !== null) window.location.assign(session.farewell);
          client.clear();
          client.setQueryData(sessionQuery.queryKey, session);
        }),
    }),
    [user, data?.account, data?.demo, client],
  );
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  if (!user) return <SignInPage demo={data.demo} account={data.account} again={false} />;
  return (
    <SignedIn value={self}>
      <DeskNotice desk={data.desk} />
      <SignInNews news={self.news} />
      {children}
      {lapsed && (
        <div className="over-all">
          <SignInPage
            demo={data.demo}
            account={data.account}
            again
            onDone={() => {
              setLapsed(false);
              void client.invalidateQueries();
            }}
          />
        </div>
      )}
    </SignedIn>
  );
}
