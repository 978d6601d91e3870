import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

const WORKED = ["tests/views/{controls,keys}.test.tsx"];

/** React as it is shipped, without what it checks while one develops: pages are drawn in half the time. */
export const SHIPPED_REACT = {
  oxc: { jsx: { runtime: "automatic", development: false } },
  env: { NODE_ENV: "production" },
} as const;

export default defineConfig({
  test: {
    setupFiles: ["tests/setup.ts"],
    // Watchdogs, not limits: work is bounded by what a test does, never by how long a busy machine takes over it.
    testTimeout: 600_000,
    hookTimeout: 600_000,
    // Left to itself, one core of two would stand idle.
    maxWorkers: availableParallelism(),
    // Room for short-lived objects: collecting them takes a fifth of the time otherwise.
    execArgv: ["--min-semi-space-size=32", "--max-semi-space-size=64"],
    // No test changes what another sees of a module, so that files may share what they import.
    isolate: false,
    projects: [
      { extends: true, test: { name: "program", include: ["tests/{unit,property,golden}/**/*.test.ts"] } },
      // A document stands round these.
      {
        extends: true,
        test: {
          name: "views",
          include: ["tests/views/**/*.test.tsx"],
          exclude: WORKED,
          setupFiles: ["tests/views/setup.ts"],
        },
      },
      // These work their pages hundreds of times.
      {
        extends: true,
        oxc: SHIPPED_REACT.oxc,
        test: {
          name: "worked",
          include: WORKED,
          setupFiles: ["tests/views/setup.ts"],
          env: SHIPPED_REACT.env,
        },
      },
    ],
  },
});
