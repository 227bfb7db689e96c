import react from "@vitejs/plugin-react";
import { readFileSync } from "node:fs";
import { env } from "node:process";
import { defineConfig } from "vitest/config";

// the page is served by the server; while developing, calls go to the one that ./mendak dev started
const server = env.MENDAK_SERVER ?? "http://127.0.0.1:8087";

/** The morning on which all tests play; see test-day.txt. */
function testDay(): string {
  const day = new Date(`${readFileSync("../test-day.txt", "utf8").trim()}T09:40:00Z`);
  day.setUTCDate(day.getUTCDate() + Number(env.MENDAK_TEST_DAYS ?? 0));
  return day.toISOString();
}

export default defineConfig({
  plugins: [react()],
  server: { port: 5173, strictPort: true, proxy: { "/api": server, "/v3": server, "/show": server } },
  build: {
    target: "es2022",
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      // the page at the device is the server's own, and asks for its script by this name
      input: { index: "index.html", line: "src/line/main.ts" },
      output: {
        entryFileNames: (entry) => (entry.name === "line" ? "line/[name].js" : "assets/[name]-[hash].js"),
        codeSplitting: {
          // what several need goes first, or the editor's chunk would hold it and be loaded by everybody
          groups: [
            {
              name: "react",
              priority: 3,
              test: /node_modules[\\/](react|react-dom|react-router|@tanstack|scheduler|@babel)[\\/]/,
            },
            {
              name: "controls",
              priority: 2,
              test: /node_modules[\\/](antd|@ant-design|@rc-component|rc-|dayjs)/,
            },
            { name: "editor", priority: 1, test: /node_modules[\\/](@codemirror|@uiw|@lezer|codemirror)/ },
          ],
        },
      },
    },
  },
  test: {
    // a busy machine takes seconds to load the controls for the first time
    testTimeout: 30_000,
    environment: "jsdom",
    // files share what is drawn and loaded, which is four times quicker; setup.ts cleans up behind each test
    isolate: false,
    sequence: env.MENDAK_TEST_ORDER
      ? { shuffle: { files: true, tests: false }, seed: Number(env.MENDAK_TEST_ORDER) }
      : {},
    setupFiles: ["src/testing/setup.ts"],
    env: { MENDAK_TEST_DAY: testDay() },
    restoreMocks: true,
  },
});
