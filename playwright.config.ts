import { defineConfig } from "@playwright/test";
import { browserPath } from "./scripts/browser.mjs";

const patienceMs = 1000 * Number(process.env.E2E_PATIENCE_S ?? 300);
const port = Number(process.env.E2E_PORT ?? 4377);

export default defineConfig({
  testDir: "tests/e2e",
  testMatch: "*.e2e.ts",
  workers: 2,
  // Every test makes what it works on: they are shared out one by one, so that neither worker waits for the other's long file.
  fullyParallel: true,
  // Watchdogs, not limits: what a page shows within a second may take many on a machine that others use too. Whoever
  // writes a test has less patience: `E2E_PATIENCE_S=5 npm run e2e`.
  timeout: 600_000,
  expect: { timeout: patienceMs },
  // A fault fails twice. What passes at the second try is listed as flaky, and is a fault of the test to be looked for.
  retries: process.env.E2E_PATIENCE_S ? 0 : 1,
  // What hangs has to be waited for each time: a few are enough to know.
  maxFailures: 5,
  forbidOnly: Boolean(process.env.CI),
  reporter: [["list"]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // Nobody watches: whatever fades or slides in is there at once, and is not waited for.
    contextOptions: { reducedMotion: "reduce" },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: browserPath(),
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--enable-unsafe-swiftshader",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  webServer: {
    command: "node tests/e2e/serve.mjs",
    url: `http://127.0.0.1:${port}/mark.svg`,
    env: { PORT: String(port) },
    timeout: 600_000,
    stdout: "pipe",
    gracefulShutdown: { signal: "SIGTERM", timeout: 3000 },
  },
});
