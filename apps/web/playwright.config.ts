import { defineConfig } from "@playwright/test";

/** The interface, driven in Debian's Chromium against the built application with a data folder of its own. */
export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/serve.ts",
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 2,
  // What passes only then is named as flaky (scripts/test.mjs).
  retries: 1,
  fullyParallel: true,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [["line"], ["json"]] : "line",
  outputDir: "test-results",
  use: {
    baseURL: process.env.VERTEXON_URL,
    viewport: { width: 1280, height: 800 },
    permissions: ["clipboard-read", "clipboard-write"],
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
