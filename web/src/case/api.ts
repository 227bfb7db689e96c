import { queryOptions } from "@tanstack/react-query";
import {
  type Case,
  type CaseFound,
  type CasePatch,
  type Ending,
  type ErrorSheet,
  type FilledFix,
  getJson,
  getText,
  type Plan,
  type PlanStep,
  type PlanView,
  type Question,
  sendFile,
  sendJson,
  type ShownCode,
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

/** The fixes of a plan apart from its questions. */
export function planOf(view: PlanView): Plan {
  return {
    ...view,
    ordered: view.ordered.filter((s): s is PlanStep => s.kind === "fix"),
    questions: view.ordered.filter((s) => s.kind === "question"),
  };
}

export const planQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n, "plan"],
    queryFn: async ({ signal }) => planOf(await getJson<PlanView>(`/api/cases/${n}/plan`, signal)),
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

/** The questions of the case's known error, looks at the device among them. */
export const questionsQuery = (n: number, error: string | null) =>
  queryOptions({
    queryKey: ["case", n, "questions", error],
    queryFn: ({ signal }) => getJson<Question[]>(`/api/cases/${n}/questions`, signal),
    enabled: error !== null,
  });

/** Whom a case can be given to. */
export const colleaguesQuery = queryOptions({
  queryKey: ["colleagues"],
  queryFn: ({ signal }) => getJson<{ name: string }[]>("/api/colleagues", signal),
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
export const addNote = (n: number, text: string, step = false) =>
  sendJson<Case>("POST", at(n, "/notes"), { text, step });
export const triedBefore = (n: number, fix: string) =>
  sendJson<{ id: number }>("POST", at(n, "/attempts"), { fix, triedBefore: true });
export const moveCase = (n: number, error: string) => sendJson<Case>("POST", at(n, "/moved"), { error });
export const settlePutBack = (n: number, id: number, state: string, to?: string) =>
  sendJson<Case>("POST", at(n, `/put-backs/${id}`), { state, to: to ?? null });
export const closeCase = (n: number, body: Ending) => sendJson<Case>("POST", at(n, "/close"), body);
export const reopenCase = (n: number) => sendJson<Case>("POST", at(n, "/reopen"));
export const looked = (n: number, index: number, text: string) =>
  sendJson<Case>("POST", at(n, `/questions/${index}`), { text });
export const handOver = (n: number, to: string, note: string) =>
  sendJson<Case>("POST", at(n, "/handover"), { to, note });
export const recurrence = (n: number, of: number, again: boolean) =>
  sendJson<Case>("POST", at(n, "/recurrence"), { of, again });
export const found = (n: number, body: CaseFound) => sendJson<Case>("POST", at(n, "/findings"), body);
export const showFix = (n: number, fix: string) => sendJson<ShownCode>("POST", at(n, "/shown"), { fix });
export const addPicture = (n: number, file: File) =>
  sendFile<Case>(at(n, "/pictures"), file, () => undefined, new AbortController().signal);
export const removePicture = (n: number, id: number) => sendJson<Case>("DELETE", at(n, `/pictures/${id}`));
export const textOf = async (n: number, kind: string, as: string) =>
  (await getText(at(n, `/texts/${kind}?as=${as}`))).text;
