import { queryOptions } from "@tanstack/react-query";
import {
  type Case,
  type CasePatch,
  type ErrorSheet,
  type FilledFix,
  getJson,
  type Plan,
  sendJson,
  type StepEntry,
  type StepResult,
  type Suspected,
} from "../api";

/** How often a colleague's steps are looked for. */
const COLLEAGUES_MS = 10_000;

export const caseQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n],
    queryFn: ({ signal }) => getJson<Case>(`/api/cases/${n}`, signal),
    refetchInterval: COLLEAGUES_MS,
  });

export const planQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n, "plan"],
    queryFn: ({ signal }) => getJson<Plan>(`/api/cases/${n}/plan`, signal),
  });

/** The runbook as the case keeps it; null while no known error was recognised. */
export const sheetQuery = (n: number, error: string | null) =>
  queryOptions({
    queryKey: ["case", n, "sheet", error],
    queryFn: ({ signal }) => getJson<ErrorSheet>(`/api/cases/${n}/sheet`, signal),
    enabled: error !== null,
  });

/** A fix with its commands filled with this case's values. */
export const filledQuery = (n: number, fix: string) =>
  queryOptions({
    queryKey: ["case", n, "fix", fix],
    queryFn: ({ signal }) => getJson<FilledFix>(`/api/cases/${n}/fixes/${fix}`, signal),
    enabled: fix !== "",
  });

/** What the case's texts speak for together, the likeliest first. */
export const togetherQuery = (n: number, texts: number, enabled: boolean) =>
  queryOptions({
    queryKey: ["case", n, "recognition", texts],
    queryFn: ({ signal }) => getJson<Suspected[]>(`/api/cases/${n}/recognition`, signal),
    enabled,
  });

const at = (n: number, rest: string) => `/api/cases/${n}${rest}`;

export const startAttempt = (n: number, fix: string) =>
  sendJson<{ id: number }>("POST", at(n, "/attempts"), { fix });
export const recordAttempt = (
  n: number,
  id: number,
  body: { outcome?: string | null; minutes?: number; note?: string },
) => sendJson<Case>("PATCH", at(n, `/attempts/${id}`), body);
export const sendStep = (n: number, id: number, entry: StepEntry) =>
  sendJson<StepResult>("POST", at(n, `/attempts/${id}/steps`), entry);
export const patchCase = (n: number, body: CasePatch) => sendJson<Case>("PATCH", at(n, ""), body);
export const addFacts = (n: number, facts: Record<string, string>) =>
  sendJson<Case>("POST", at(n, "/facts"), facts);
export { addText } from "../taking-in";
export const addNote = (n: number, text: string) => sendJson<Case>("POST", at(n, "/notes"), { text });
export const moveCase = (n: number, error: string) => sendJson<Case>("POST", at(n, "/moved"), { error });
export const settlePutBack = (n: number, id: number, state: string, to?: string) =>
  sendJson<Case>("POST", at(n, `/put-backs/${id}`), { state, to: to ?? null });
export const closeCase = (
  n: number,
  body: { outcome: string; limitation?: string | null; note?: string | null },
) => sendJson<Case>("POST", at(n, "/close"), body);
export const reopenCase = (n: number) => sendJson<Case>("POST", at(n, "/reopen"));
