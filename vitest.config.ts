import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

const WORKED = ["tests/views/{controls,keys}.test.tsx"];

export default defineConfig({
  test: {
    setupFiles: ["tests/setup.ts"],
    // Watchdogs, not limits: work is bounded by what a test does, never by how long a busy machine takes over it.
    testTimeout: 600_000,
    hookTimeout: 600_000,
    // Left to itself, one core of two would stand idle.
    maxWorkers: availableParallelism(),
    // No test changes what another sees of a module, so that files may share what they import.
    isolate: false,
    projects: [
      { extends: true, test: { name: "program", include: ["tests/{unit,property,golden}/**/*.test.ts"] } },
      // A document stands round these, and each has a page, a folder and a database of its own.
      {
        extends: true,
        test: {
          name: "views",
          include: ["tests/views/**/*.test.tsx"],
          exclude: WORKED,
          setupFiles: ["tests/views/dom.ts"],
          isolate: true,
        },
      },
      // Pages that are worked hundreds of times are drawn by React as it is shipped, without what it checks while one develops.
      {
        extends: true,
        oxc: { jsx: { runtime: "automatic", development: false } },
        test: {
          name: "worked",
          include: WORKED,
          setupFiles: ["tests/views/dom.ts"],
          isolate: true,
          env: { NODE_ENV: "production" },
        },
      },
    ],
  },
});
