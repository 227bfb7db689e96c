/** What was done off the script, as the page shows it. */
import type { Case, FreeStep } from "../../api";

/** Steps that were done before one retest; `outcome` is null while nobody tried again behind them. */
export interface FreeTry {
  steps: FreeStep[];
  outcome: string | null;
  cameBack: boolean;
  title: string;
}

/** The steps that were not taken back, in their order. */
export const liveSteps = (c: Pick<Case, "freeSteps">): FreeStep[] => c.freeSteps.filter((s) => !s.undone);

/** The steps up to each retest; the last one is open if nobody tried again behind it. */
export function freeTries(c: Pick<Case, "freeSteps">): FreeTry[] {
  const tries: FreeTry[] = [];
  let open: FreeStep[] = [];
  const close = (outcome: string | null, cameBack: boolean) => {
    const last = open.at(-1);
    const aim = open.map((s) => s.aim).find((a) => a !== "");
    const title = aim ?? (last?.did === "" ? last.command : last?.did) ?? "";
    tries.push({ steps: open, outcome, cameBack, title });
    open = [];
  };
  for (const s of liveSteps(c)) {
    open.push(s);
    if (s.outcome !== null) close(s.outcome, s.cameBack);
  }
  if (open.length > 0) close(null, false);
  return tries;
}

/** The steps behind the last retest. */
export const openSteps = (c: Pick<Case, "freeSteps">): FreeStep[] =>
  freeTries(c).find((t) => t.outcome === null)?.steps ?? [];
