import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Job } from "../api";
import { Progress } from "../look";
import { jobQuery } from "./api";

/** How far work of the server is; told once it has ended, however it did. */
export function JobLine(p: { id: string; says: string; onDone: (job: Job) => void }) {
  const { data } = useQuery(jobQuery(p.id));
  const { onDone } = p;
  const ended = data && data.state !== "running" ? data : null;
  useEffect(() => {
    if (ended) onDone(ended);
    // told once: what is done then takes this line away
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ended?.state]);
  return <Progress percent={data && data.total > 0 ? (100 * data.done) / data.total : 0} says={p.says} />;
}
