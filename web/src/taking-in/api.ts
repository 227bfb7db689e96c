import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api, got, type Opening } from "../api";

/** What is recognised in a text; the answer before stays until the next is there, so that the order does not flicker. */
export const recogniseQuery = (
  text: string,
  product = "",
  productVersion = "",
  phase = "",
  denied: string[] = [],
) =>
  queryOptions({
    queryKey: ["recognitions", text, product, productVersion, phase, denied],
    queryFn: ({ signal }) =>
      got(
        api.POST("/api/recognitions", {
          body: {
            text,
            product: product || null,
            productVersion: productVersion || null,
            phase: phase || null,
            denied,
          },
          signal,
        }),
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
      got(
        api.GET("/api/errors/{key}/plan", {
          params: {
            path: { key },
            query: version === "" ? {} : { choice: { "fact.product_version": version } },
          },
          signal,
        }),
      ),
    staleTime: 30_000,
  });

/** What the library knows of a product, at a phase if one is chosen. */
export const ofProductQuery = (product: string, phase: string) =>
  queryOptions({
    queryKey: ["errors", "of", product, phase],
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/errors", {
          params: { query: { limit: 200, product, ...(phase && { phase }) } },
          signal,
        }),
      ),
    enabled: product !== "",
    staleTime: 300_000,
  });

/** Cases whose text sounds like this one. */
export const alikeQuery = (text: string) =>
  queryOptions({
    queryKey: ["recognitions", "alike", text],
    queryFn: ({ signal }) => got(api.POST("/api/recognitions/alike", { body: { text }, signal })),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: 20_000,
    retry: false,
  });

/** The caller's logs that were read or are being read, without their findings. */
export const scansQuery = queryOptions({
  queryKey: ["scans"],
  queryFn: ({ signal }) => got(api.GET("/api/scans", { signal })),
  refetchOnMount: "always",
  // while one is being read, the list moves on
  refetchInterval: ({ state }) =>
    state.data?.some((s) => s.state === "running" || s.state === "waiting") ? 2_000 : false,
});

/** Adds a text to a case that is being worked on. */
export const addText = (n: number, text: string) =>
  got(api.POST("/api/cases/{n}/texts", { params: { path: { n } }, body: { text } }));

export const openCase = (body: Opening) => got(api.POST("/api/cases", { body }));

export const scanned = (id: string) => got(api.GET("/api/scans/{id}", { params: { path: { id } } }));

/** Cancels a scan, or forgets one that has ended. */
export const forgetScan = (id: string) => got(api.DELETE("/api/scans/{id}", { params: { path: { id } } }));
