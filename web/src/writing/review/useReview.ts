/** The reading of a document by others: who was asked, what was said of which line. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { DocComment, DocReview } from "../../api";
import {
  answerComment,
  askReview,
  commentOn,
  type Folder,
  reviewQuery,
  sendBack,
  settleComment,
} from "../api";

export interface Review {
  data: DocReview | undefined;
  /** Comments that stand at one of these lines; answered ones too, settled ones not. */
  at: (from: number, to: number) => DocComment[];
  ask: (revision: number, reviewer: string | null, note: string) => Promise<void>;
  back: (revision: number, text: string) => Promise<void>;
  say: (revision: number, line: number, text: string) => Promise<void>;
  answer: (id: number, text: string) => Promise<void>;
  settle: (id: number, settled: boolean) => Promise<void>;
  /** What a text is kept under in this browser until it is sent: of a place in this document. */
  keptAs: (place: string) => string;
}

/** @param exists whether the document was saved at all: nothing can be said of what was not */
export function useReview(folder: Folder, key: string, exists: boolean): Review {
  const query = reviewQuery(folder, key);
  const client = useQueryClient();
  const { data } = useQuery({ ...query, enabled: exists });
  const take = async (next: Promise<DocReview>) => {
    client.setQueryData(query.queryKey, await next);
    void client.invalidateQueries({ queryKey: ["library", "unpublished"] });
  };
  return {
    keptAs: (place) => `said.${folder}.${key}.${place}`,
    data,
    at: (from, to) =>
      (data?.comments ?? []).filter((c) => c.settledAt === null && c.line >= from && c.line <= to),
    ask: (revision, reviewer, note) => take(askReview(folder, key, revision, reviewer, note)),
    back: (revision, text) => take(sendBack(folder, key, revision, text)),
    say: (revision, line, text) => take(commentOn(folder, key, revision, line, text)),
    answer: (id, text) => take(answerComment(folder, key, id, text)),
    settle: (id, settled) => take(settleComment(folder, key, id, settled)),
  };
}
