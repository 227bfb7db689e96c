import { useQuery } from "@tanstack/react-query";
import { SameShape, saidBeforeQuery } from "../gaps";

/** Cases that no runbook covers and that said the same: what ended them, and who works on one. */
export function SaidBefore({ text }: { text: string }) {
  const { data } = useQuery(saidBeforeQuery(text));
  return data ? <SameShape found={data} /> : null;
}
