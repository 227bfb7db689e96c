import { useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { useNavigate } from "react-router";
import type { DraftMade } from "../api";
import { SignedIn } from "../frame";
import { useSay } from "../look";
import { words } from "../words";
import { draftOfLine, makeDraft } from "./api";

interface Drafting {
  draft: (cases: number[]) => Promise<void>;
  draftLine: (id: number) => Promise<void>;
  busy: boolean;
}

/** Makes a draft of cases or of a log's lines: who writes goes on with it at once, anybody else is told where it lies. */
export function useDrafting(): Drafting {
  const writes = useContext(SignedIn).roles.includes("author");
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const begin = async (make: () => Promise<DraftMade>) => {
    if (busy) return;
    setBusy(true);
    try {
      const made = await make();
      void client.invalidateQueries({ queryKey: ["gaps"] });
      void client.invalidateQueries({ queryKey: ["case"] });
      void client.invalidateQueries({ queryKey: ["library"] });
      say.done(made.error ? words.gaps.drafted(made.error.title) : words.gaps.draftedFix);
      const to = made.error ? `errors/${made.error.key}` : `fixes/${made.fixes[0]?.key ?? ""}`;
      if (writes) void navigate(`/write/${to}`);
    } catch (e) {
      say.failed(e);
    } finally {
      setBusy(false);
    }
  };
  return {
    draft: (cases) => begin(() => makeDraft(cases)),
    draftLine: (id) => begin(() => draftOfLine(id)),
    busy,
  };
}
