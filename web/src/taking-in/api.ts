import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import {
  type Case,
  type CaseLine,
  getJson,
  type Opening,
  type Plan,
  type Recognition,
  type Scan,
  sendJson,
  type Words,
} from "../api";

/** What is recognised in a text; the answer before stays until the next is there, so that the order does not flicker. */
export const recogniseQuery = (text: string, product = "", productVersion = "", phase = "") =>
  queryOptions({
    queryKey: ["recognitions", text, product, productVersion, phase],
    queryFn: ({ signal }) =>
      sendJson<Recognition>(
        "POST",
        "/api/recognitions",
        { text, product: product || null, productVersion: productVersion || null, phase: phase || null },
        signal,
      ),
    enabled: text.trim() !== "",
    placeholderData: text.trim() === "" ? undefined : keepPreviousData,
    staleTime: 60_000,
    retry: false,
  });

/** The plan of a case nobody has worked on yet. */
export const errorPlanQuery = (key: string, version = "") =>
  queryOptions({
    queryKey: ["plans", key, version],
    queryFn: ({ signal }) =>
      getJson<Plan>(
        `/api/errors/${key}/plan${version ? `?fact.product_version=${encodeURIComponent(version)}` : ""}`,
        signal,
      ),
    staleTime: 30_000,
  });

export const wordsQuery = queryOptions({
  queryKey: ["words"],
  queryFn: ({ signal }) => getJson<Words>("/api/library/words", signal),
  staleTime: 300_000,
});

/** Cases of a caller, device or reference. */
export const findCasesQuery = (q: string) =>
  queryOptions({
    queryKey: ["cases", "find", q],
    queryFn: ({ signal }) => getJson<CaseLine[]>(`/api/cases?limit=5&q=${encodeURIComponent(q)}`, signal),
    enabled: q.length >= 3,
  });

/** The caller's logs that were read or are being read, without their findings. */
export const scansQuery = queryOptions({
  queryKey: ["scans"],
  queryFn: ({ signal }) => getJson<Scan[]>("/api/scans", signal),
  refetchOnMount: "always",
  // while one is being read, the list moves on
  refetchInterval: ({ state }) =>
    state.data?.some((s) => s.state === "running" || s.state === "waiting") ? 2_000 : false,
});

/** Adds a text to a case that is being worked on. */
export const addText = (n: number, text: string) => sendJson<Case>("POST", `/api/cases/${n}/texts`, { text });

export const openCase = (opening: Opening) => sendJson<Case>("POST", "/api/cases", opening);
