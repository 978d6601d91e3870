import { defineConfig } from "@playwright/test";

const port = Number(process.env.E2E_PORT ?? 4377);

export default defineConfig({
  testDir: "tests/e2e",
  testMatch: "*.e2e.ts",
  workers: 2,
  // Every test makes what it works on: they are shared out one by one, so that neither worker waits for the other's long file.
  fullyParallel: true,
  timeout: 60_000,
  // What a page shows within a second may take many on a machine that others use too; what is wrong never shows.
  expect: { timeout: 10_000 },
  // A browser on a busy machine may miss a deadline once; a fault fails twice.
  retries: process.env.CI ? 1 : 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: [["list"]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // Nobody watches: whatever fades or slides in is there at once, and is not waited for.
    contextOptions: { reducedMotion: "reduce" },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
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
    timeout: 60_000,
    stdout: "pipe",
    gracefulShutdown: { signal: "SIGTERM", timeout: 3000 },
  },
});
