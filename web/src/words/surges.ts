/** What is said of what comes in far more often than usual. */
import { many } from "./count";

export const surgeWords = {
  title: "Surging now",
  now: "Surging:",
  unnamed: (message: string) => `“${message}” (no runbook yet)`,
  count: (n: number) => `${many(n, "case", "cases")}, the first`,
  usual: (n: number) =>
    n < 0.1 ? ", usually hardly one" : `, usually ${n < 10 ? n.toFixed(1) : Math.round(n)}`,
  helped: (tried: { title: string; tried: number; helped: number }[]) =>
    `helped so far: ${tried.map((t) => `${t.title}, ${t.helped} of ${t.tried}`).join("; ")}`,
  idle: (tried: { title: string; tried: number }[]) =>
    `nothing helped yet; tried: ${tried.map((t) => `${t.title} ${t.tried}×`).join(", ")}`,
  more: (n: number) => `${n} more in hand`,
  read: "read",
};
