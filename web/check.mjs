// Types, rules, form and tests of the page, one after the other; writes down how many seconds they took.
import { spawnSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";

const parts = ["tsc --noEmit", "eslint src", "prettier --check src", "vitest run"];
const begun = process.hrtime.bigint();
const seconds = () => Number((process.hrtime.bigint() - begun) / 1_000_000n) / 1_000;

for (const part of parts) {
  const from = seconds();
  const { status } = spawnSync(part, { stdio: "inherit", shell: true });
  console.log(`${part}: ${(seconds() - from).toFixed(1)} s`);
  if (status !== 0) process.exit(status ?? 1);
}
mkdirSync("target", { recursive: true });
writeFileSync("target/seconds", seconds().toFixed(0));
