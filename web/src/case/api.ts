import { queryOptions } from "@tanstack/react-query";
import {
  api,
  type AttemptChange,
  type Case,
  type CaseFound,
  type CasePatch,
  type Ending,
  type FreeChange,
  type FreeEntry,
  got,
  type Plan,
  type PlanStep,
  type PlanView,
  sendFile,
  type Settled,
  type StepEntry,
} from "../api";

/** How often a colleague's steps are looked for. */
const COLLEAGUES_MS = 10_000;

export const caseQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}", { params: { path: { n } }, signal })),
    refetchInterval: COLLEAGUES_MS,
  });

/** The fixes of a plan apart from its questions. */
export function planOf(view: PlanView): Plan {
  return {
    ...view,
    ordered: view.ordered.filter((s): s is PlanStep => s.kind === "fix"),
    questions: view.ordered.filter((s) => s.kind === "question"),
    asksFirst: view.ordered[0]?.kind === "question" ? view.ordered[0].key : "",
  };
}

export const planQuery = (n: number) =>
  queryOptions({
    queryKey: ["case", n, "plan"],
    queryFn: async ({ signal }) =>
      planOf(await got(api.GET("/api/cases/{n}/plan", { params: { path: { n } }, signal }))),
  });

/** The runbook as the case keeps it; null while no known error was recognised. */
export const sheetQuery = (n: number, error: string | null) =>
  queryOptions({
    queryKey: ["case", n, "sheet", error],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/sheet", { params: { path: { n } }, signal })),
    enabled: error !== null,
  });

/** A fix with its commands filled with this case's values. */
export const filledQuery = (n: number, fix: string) =>
  queryOptions({
    queryKey: ["case", n, "fix", fix],
    queryFn: ({ signal }) =>
      got(api.GET("/api/cases/{n}/fixes/{key}", { params: { path: { n, key: fix } }, signal })),
    enabled: fix !== "",
  });

/** What the case's texts speak for together, the likeliest first. */
export const togetherQuery = (n: number, texts: number, enabled: boolean) =>
  queryOptions({
    queryKey: ["case", n, "recognition", texts],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/recognition", { params: { path: { n } }, signal })),
    enabled,
  });

/** The questions of the case's known error, looks at the device among them. */
export const questionsQuery = (n: number, error: string | null) =>
  queryOptions({
    queryKey: ["case", n, "questions", error],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/questions", { params: { path: { n } }, signal })),
    enabled: error !== null,
  });

/** What is shown at the device, whether somebody is there, and what was answered and waits. */
export const shownQuery = (n: number, enabled: boolean) =>
  queryOptions({
    queryKey: ["case", n, "shown"],
    queryFn: ({ signal }) => got(api.GET("/api/cases/{n}/shown", { params: { path: { n } }, signal })),
    enabled,
    // whoever goes away says nothing
    refetchInterval: (q) => (q.state.data?.link ? COLLEAGUES_MS : false),
  });

/** Whom a case can be given to. */
export const colleaguesQuery = queryOptions({
  queryKey: ["colleagues"],
  queryFn: ({ signal }) => got(api.GET("/api/colleagues", { signal })),
});

const at = (n: number) => ({ path: { n } });
const of = (n: number, id: number) => ({ path: { n, id } });

/** What was seen of what is changed: somebody who was faster is not overwritten, and the call says who it was. */
const seen = (version: number | undefined) =>
  version === undefined ? {} : { header: { "If-Match": `"v${version}"` } };

export const startAttempt = (n: number, fix: string) =>
  got(api.POST("/api/cases/{n}/attempts", { params: at(n), body: { fix } }));
export const recordAttempt = (n: number, id: number, body: AttemptChange, version?: number) =>
  got(api.PATCH("/api/cases/{n}/attempts/{id}", { params: { ...of(n, id), ...seen(version) }, body }));
export const sendStep = (n: number, id: number, body: StepEntry) =>
  got(api.POST("/api/cases/{n}/attempts/{id}/steps", { params: of(n, id), body }));
export const patchCase = (n: number, body: CasePatch, version?: number) =>
  got(api.PATCH("/api/cases/{n}", { params: { ...at(n), ...seen(version) }, body }));
export const addFacts = (n: number, facts: Record<string, string>, version?: number) =>
  got(api.POST("/api/cases/{n}/facts", { params: { ...at(n), ...seen(version) }, body: facts }));
export { addText } from "../taking-in";
export const addNote = (n: number, text: string) =>
  got(api.POST("/api/cases/{n}/notes", { params: at(n), body: { text } }));
export const addFreeStep = (n: number, body: FreeEntry) =>
  got(api.POST("/api/cases/{n}/free-steps", { params: at(n), body }));
export const changeFreeStep = (n: number, id: number, body: FreeChange, version?: number) =>
  got(api.PATCH("/api/cases/{n}/free-steps/{id}", { params: { ...of(n, id), ...seen(version) }, body }));
export const triedBefore = (n: number, fix: string) =>
  got(api.POST("/api/cases/{n}/attempts", { params: at(n), body: { fix, triedBefore: true } }));
export const moveCase = (n: number, error: string, version?: number) =>
  got(api.POST("/api/cases/{n}/moved", { params: { ...at(n), ...seen(version) }, body: { error } }));
export const settlePutBack = (n: number, id: number, body: Settled, version?: number) =>
  got(api.POST("/api/cases/{n}/put-backs/{id}", { params: { ...of(n, id), ...seen(version) }, body }));
export const closeCase = (n: number, body: Ending) =>
  got(api.POST("/api/cases/{n}/close", { params: at(n), body }));
export const reopenCase = (n: number) => got(api.POST("/api/cases/{n}/reopen", { params: at(n) }));
export const looked = (n: number, index: number, text: string, row?: number) =>
  got(
    api.POST("/api/cases/{n}/questions/{index}", {
      params: { path: { n, index } },
      body: { text, row: row ?? null },
    }),
  );
export const handOver = (n: number, to: string, note: string, version?: number) =>
  got(api.POST("/api/cases/{n}/handover", { params: { ...at(n), ...seen(version) }, body: { to, note } }));
export const recurrence = (n: number, earlier: number, again: boolean) =>
  got(api.POST("/api/cases/{n}/recurrence", { params: at(n), body: { of: earlier, again } }));
export const found = (n: number, body: CaseFound) =>
  got(api.POST("/api/cases/{n}/findings", { params: at(n), body }));
export const showFix = (n: number, fix: string) =>
  got(api.POST("/api/cases/{n}/shown", { params: at(n), body: { fix } }));
export const takeBackShown = (n: number) => got(api.DELETE("/api/cases/{n}/shown", { params: at(n) }));
export const settleAnswer = (n: number, id: number, take: boolean, minutes: number | null) =>
  got(api.POST("/api/cases/{n}/shown/{id}", { params: of(n, id), body: { take, minutes } }));
export const addPicture = (n: number, file: File) =>
  sendFile<Case>("/api/cases/{n}/pictures", { n }, file, () => undefined, new AbortController().signal);
export const removePicture = (n: number, id: number) =>
  got(api.DELETE("/api/cases/{n}/pictures/{id}", { params: of(n, id) }));
export const textOf = (n: number, kind: string, as: string) =>
  got(
    api.GET("/api/cases/{n}/texts/{kind}", {
      params: { path: { n, kind }, query: { as } },
      parseAs: "text",
    }),
  );
