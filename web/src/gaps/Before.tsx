import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { SignedIn } from "../frame";
import { KeyButton, useKeys, useSay } from "../look";
import { words } from "../words";
import { beforeQuery, fileBefore, takeFilingBack } from "./api";
import { CaseLinks } from "./CaseLinks";
import "./gaps.css";

const b = words.gaps.before;

/** Cases that were closed before this known error was there and say the same: one act puts them under it, and takes that back. */
export function Before({ error }: { error: string }) {
  const writes = useContext(SignedIn).roles.includes("author");
  const { data } = useQuery(beforeQuery(error, writes));
  const [busy, setBusy] = useState(false);
  const client = useQueryClient();
  const say = useSay();
  const act = (work: () => Promise<void>) => {
    setBusy(true);
    void work()
      .then(
        () =>
          Promise.all(
            ["error", "evidence", "gaps", "case"].map((k) => client.invalidateQueries({ queryKey: [k] })),
          ),
        (e: unknown) => say.failed(e),
      )
      .finally(() => setBusy(false));
  };
  const put = () =>
    act(async () => {
      await fileBefore(error);
    });
  const back = (id: string) =>
    act(async () => {
      const out = await takeFilingBack(id);
      say.done(b.taken(out.count));
    });
  useKeys(b.keys, [
    {
      key: "u",
      says: b.put(data?.count ?? 0),
      act: put,
      alive: writes && !busy && data !== undefined && data.count > 0,
    },
  ]);
  const filed = data?.done ?? null;
  if (!data || (data.count === 0 && filed === null)) return null;
  return (
    <section className="gap-before no-print">
      {filed !== null && (
        <p role="status">
          {b.done(filed.count)}{" "}
          <button type="button" className="plain" disabled={busy} onClick={() => back(filed.id)}>
            {b.back}
          </button>
        </p>
      )}
      {data.count > 0 && (
        <>
          <h2>{b.title(data.count)}</h2>
          <p className="soft">{b.hint}</p>
          <pre className="gap-samples mono">{data.samples.join("\n")}</pre>
          <CaseLinks cases={data.cases} more={data.count - data.cases.length} />
          <KeyButton k="u" strong disabled={busy} onPress={put}>
            {b.put(data.count)}
          </KeyButton>
        </>
      )}
    </section>
  );
}
