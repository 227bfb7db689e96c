import { useQueryClient } from "@tanstack/react-query";
import { useContext, useState } from "react";
import { useNavigate } from "react-router";
import { SignedIn } from "../frame";
import { useSay } from "../look";
import { words } from "../words";
import { makeDraft } from "./api";

/** Makes a draft of cases: who writes goes on with it at once, anybody else is told where it lies. */
export function useDrafting(): { draft: (cases: number[]) => Promise<void>; busy: boolean } {
  const writes = useContext(SignedIn).roles.includes("author");
  const client = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const draft = async (cases: number[]) => {
    if (busy) return;
    setBusy(true);
    try {
      const made = await makeDraft(cases);
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
  return { draft, busy };
}
