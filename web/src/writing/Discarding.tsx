import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useSay } from "../look";
import { words } from "../words";
import { discard, type Folder, save } from "./api";
import type { Draft } from "./useDraft";

const t = words.writing;

/** Throws a draft away that readers never saw; that can be taken back, with what was typed. */
export function Discarding({ draft, folder, docKey }: { draft: Draft; folder: Folder; docKey: string }) {
  const [busy, setBusy] = useState(false);
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const refresh = () => {
    client.removeQueries({ queryKey: ["writing", folder, docKey] });
    void client.invalidateQueries({ queryKey: ["library"] });
    void client.invalidateQueries({ queryKey: ["gaps"] });
  };
  const back = async (text: string) => {
    try {
      await save(folder, docKey, text, null, t.discardedBack);
      refresh();
      void navigate(`/write/${folder}/${docKey}`);
    } catch (e) {
      say.failed(e);
    }
  };
  const away = async () => {
    setBusy(true);
    const { text } = draft;
    try {
      await discard([{ folder, key: docKey, revision: draft.revision ?? 0 }]);
      draft.drop();
      refresh();
      void navigate(folder === "fixes" ? "/library/fixes" : "/library");
      say.done(
        <>
          {t.discarded(docKey)}{" "}
          <button type="button" className="plain" onClick={() => void back(text)}>
            {words.common.undo}
          </button>
        </>,
      );
    } catch (e) {
      setBusy(false);
      say.failed(e);
    }
  };
  return (
    <button type="button" className="plain" disabled={busy} onClick={() => void away()}>
      {t.discard}
    </button>
  );
}
