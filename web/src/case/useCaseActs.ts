/** Everything one can do to a case, each followed by what must be asked anew. Errors are said, and nothing typed is lost. */
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import {
  type Case,
  type CaseFound,
  type CasePatch,
  type Ending,
  type FreeChange,
  type FreeEntry,
  HttpError,
  newId,
  type StepEntry,
} from "../api";
import { useSay } from "../look";
import { words } from "../words";
import * as api from "./api";
import { inTurn } from "./inTurn";
import { toClipboard } from "./clipboard";

export interface CaseActs {
  /** The attempt of a fix, started if it is not yet; null if that was refused. */
  start: (fix: string) => Promise<number | null>;
  record: (id: number, outcome: string | null, minutes?: number) => Promise<boolean>;
  correct: (id: number, minutes: number) => Promise<boolean>;
  patch: (body: CasePatch) => Promise<boolean>;
  facts: (facts: Record<string, string>) => Promise<boolean>;
  text: (text: string) => Promise<boolean>;
  note: (text: string) => Promise<boolean>;
  /** A step that no runbook has. */
  addFree: (step: Partial<FreeEntry>) => Promise<boolean>;
  changeFree: (id: number, change: Partial<FreeChange>) => Promise<boolean>;
  /** They tried this fix before they called. */
  triedBefore: (fix: string) => Promise<void>;
  move: (error: string) => Promise<boolean>;
  settle: (id: number, state: string, to?: string, decidedBy?: string) => Promise<boolean>;
  close: (ending: Ending) => Promise<boolean>;
  /** A step whose outcome must be known at once: it is refused or done. */
  step: (attempt: number, entry: StepEntry) => Promise<boolean>;
  /** What a look showed; the lines to pick from where several places fit, else whether it was read. */
  looked: (index: number, text: string, row?: number) => Promise<boolean | string[]>;
  /** What was answered at the device is taken into the case, or dropped; minutes for an answer that ends the fix. */
  answer: (id: number, take: boolean, minutes?: number) => Promise<boolean>;
  handOver: (to: string, note: string) => Promise<boolean>;
  recurrence: (of: number, again: boolean) => Promise<boolean>;
  found: (body: CaseFound) => Promise<boolean>;
  addPicture: (file: File) => Promise<boolean>;
  removePicture: (id: number) => Promise<boolean>;
  copyText: (kind: string, as: string) => Promise<void>;
  reopen: () => Promise<Case | null>;
  refresh: () => void;
}

const NO_STEP: FreeEntry = {
  clientId: "",
  did: "",
  command: "",
  output: null,
  aim: "",
  putBack: "",
  outcome: null,
};

export function useCaseActs(n: number): CaseActs {
  const client = useQueryClient();
  const say = useSay();
  return useMemo(() => {
    const refresh = () => void client.invalidateQueries({ queryKey: ["case", n] });
    const take = (c: Case) => {
      client.setQueryData(["case", c.number], c);
      void client.invalidateQueries({ queryKey: ["case", n], predicate: (q) => q.queryKey.length > 2 });
      void client.invalidateQueries({ queryKey: ["cases"] });
    };
    // one change after the other, each with the version that the one before left: who presses two keys quickly is one person
    const turn = inTurn();
    const doing = (call: (shown: Case | undefined) => Promise<Case>): Promise<boolean> =>
      turn(async () => {
        try {
          take(await call(client.getQueryData<Case>(["case", n])));
          return true;
        } catch (e) {
          say.failed(e);
          // somebody else was faster: what they did is shown
          if (e instanceof HttpError && e.status === 412) refresh();
          return false;
        }
      });
    const attemptIn = (shown: Case | undefined, id: number) =>
      shown?.attempts.find((a) => a.id === id)?.version;
    return {
      start: async (fix) => {
        try {
          return (await api.startAttempt(n, fix)).id;
        } catch (e) {
          say.failed(e);
          return null;
        }
      },
      record: async (id, outcome, minutes) => {
        const body = minutes === undefined ? { outcome } : { outcome, minutes };
        const done = await doing((c) => api.recordAttempt(n, id, body, attemptIn(c, id)));
        if (done) {
          say.done(
            outcome === null ? words.case.undone : words.case.recorded(words.outcomes[outcome] ?? outcome),
          );
          void client.invalidateQueries({ queryKey: ["plans"] });
          void client.invalidateQueries({ queryKey: ["evidence"] });
        }
        return done;
      },
      correct: (id, minutes) => doing((c) => api.recordAttempt(n, id, { minutes }, attemptIn(c, id))),
      patch: (body) => doing((c) => api.patchCase(n, body, c?.version)),
      facts: (facts) => doing((c) => api.addFacts(n, facts, c?.version)),
      text: (text) => doing(() => api.addText(n, text)),
      note: (text) => doing(() => api.addNote(n, text)),
      addFree: (step) => doing(() => api.addFreeStep(n, { ...NO_STEP, ...step, clientId: newId() })),
      changeFree: (id, change) =>
        doing((c) =>
          api.changeFreeStep(
            n,
            id,
            change as FreeChange,
            change.place === undefined ? c?.freeSteps.find((s) => s.id === id)?.version : undefined,
          ),
        ),
      triedBefore: async (fix) => {
        try {
          await api.triedBefore(n, fix);
          refresh();
        } catch (e) {
          say.failed(e);
        }
      },
      move: (error) => doing((c) => api.moveCase(n, error, c?.version)),
      settle: (id, state, to, decidedBy) =>
        doing((c) =>
          api.settlePutBack(n, id, { state, to: to ?? null, decidedBy: decidedBy ?? null }, c?.version),
        ),
      close: async (ending) => {
        const done = await doing(() => api.closeCase(n, ending));
        if (done) {
          void client.invalidateQueries({ queryKey: ["plans"] });
          void client.invalidateQueries({ queryKey: ["evidence"] });
        }
        return done;
      },
      step: async (attempt, entry) => {
        try {
          await api.sendStep(n, attempt, entry);
          refresh();
          return true;
        } catch (e) {
          say.failed(e);
          return false;
        }
      },
      looked: async (index, text, row) => {
        try {
          take(await api.looked(n, index, text, row));
          return true;
        } catch (e) {
          const places = e instanceof HttpError ? e.more.places : undefined;
          if (Array.isArray(places)) return places as string[];
          say.failed(e);
          return false;
        }
      },
      answer: async (id, take, minutes) => {
        try {
          client.setQueryData(["case", n, "shown"], await api.settleAnswer(n, id, take, minutes ?? null));
          refresh();
          return true;
        } catch (e) {
          say.failed(e);
          return false;
        }
      },
      handOver: (to, note) => doing((c) => api.handOver(n, to, note, c?.version)),
      recurrence: (of, again) => doing(() => api.recurrence(n, of, again)),
      found: (body) => doing(() => api.found(n, body)),
      addPicture: (file) => doing(() => api.addPicture(n, file)),
      removePicture: (id) => doing(() => api.removePicture(n, id)),
      copyText: async (kind, as) => {
        try {
          const copied = await toClipboard(await api.textOf(n, kind, as));
          if (copied) say.done(words.case.textCopied(words.case.texts[kind] ?? kind));
          else say.failed(new Error(words.common.copyFailed));
        } catch (e) {
          say.failed(e);
        }
      },
      reopen: async () => {
        try {
          const c = await api.reopenCase(n);
          take(c);
          return c;
        } catch (e) {
          say.failed(e);
          return null;
        }
      },
      refresh,
    };
  }, [client, n, say]);
}
