import { queryOptions } from "@tanstack/react-query";
import {
  type DeskEvidence,
  type DocumentView,
  type ErrorEvidence,
  type FixTries,
  getJson,
  sendJson,
} from "../api";

const STALE_MS = 20_000;

export const deskEvidenceQuery = (search: string) =>
  queryOptions({
    queryKey: ["evidence", "desk", search],
    queryFn: ({ signal }) => getJson<DeskEvidence>(`/api/evidence/desk?${search}`, signal),
    staleTime: STALE_MS,
    placeholderData: (before) => before,
  });

export const errorEvidenceQuery = (key: string, search: string) =>
  queryOptions({
    queryKey: ["evidence", key, search],
    queryFn: ({ signal }) => getJson<ErrorEvidence>(`/api/errors/${key}/evidence?${search}`, signal),
    staleTime: STALE_MS,
    placeholderData: (before, q) => (q?.queryKey[1] === key ? before : undefined),
  });

/** The tries behind a fix's numbers, newest first. */
export const triesQuery = (key: string, fix: string, search: string) =>
  queryOptions({
    queryKey: ["evidence", key, "tries", fix, search],
    queryFn: ({ signal }) =>
      getJson<FixTries>(`/api/errors/${key}/evidence/tries?fix=${fix}&${search}`, signal),
    staleTime: STALE_MS,
  });

export const tableOfError = (key: string, table: string, search: string) =>
  `/api/errors/${key}/evidence.csv?table=${table}&${search}`;

export const tableOfDesk = (table: string, search: string) =>
  `/api/evidence/desk.csv?table=${table}&${search}`;

/** Makes a draft of the runbook: its measured order, or one fix ruled out. Fails with HttpError 409 while another draft waits. */
export const makeDraft = (key: string, ruleOut: string | null) =>
  sendJson<DocumentView>("POST", `/api/errors/${key}/evidence/draft`, { ruleOut });
