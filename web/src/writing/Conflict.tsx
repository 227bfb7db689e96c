import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { lazy, Suspense, useState } from "react";
import { historyQuery } from "../library";
import { Coming, useSay } from "../look";
import { words } from "../words";
import type { Folder } from "./api";
import type { Draft } from "./useDraft";

const Beside = lazy(() => import("./Beside"));
const t = words.writing;

/** Somebody else saved meanwhile: both texts side by side, and nothing is lost whichever is taken. */
export function Conflict({ draft, folder, docKey }: { draft: Draft; folder: Folder; docKey: string }) {
  const say = useSay();
  const theirs = draft.theirs;
  const { data, error } = useQuery({
    ...historyQuery(folder, docKey),
    enabled: theirs !== null,
    staleTime: 0,
  });
  // what is typed here is the text of the page: the view begins once with it
  const [mine] = useState(draft.text);
  if (!theirs) return null;
  // with another title the view would begin anew, and what was taken over there is the page's text alone
  if (!data && !error) return <Coming />;
  const by = data?.find((r) => String(r.number) === theirs.revision)?.author ?? "";
  return (
    <div className="conflict" role="alert">
      <p>{t.conflict(by)}</p>
      <Suspense fallback={<Coming />}>
        <Beside
          left={theirs.text}
          leftTitle={t.theirs(by)}
          right={mine}
          rightTitle={t.mine}
          onRight={draft.change}
        />
      </Suspense>
      <Button
        type="primary"
        onClick={() => void draft.overwrite().then((r) => r !== null && say.done(t.saved(r)))}
      >
        {t.overwrite}
      </Button>{" "}
      <Button
        onClick={() =>
          void draft
            .setAside()
            .then(() => say.done(t.setAsideDone))
            .catch(say.failed)
        }
      >
        {t.setAside}
      </Button>
    </div>
  );
}
