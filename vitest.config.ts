import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/{unit,property,golden}/**/*.test.ts"],
    setupFiles: ["tests/setup.ts"],
    testTimeout: 60_000,
    // Left to itself, one core of two would stand idle.
    maxWorkers: availableParallelism(),
    // No test changes what another sees of a module, so that files may share what they import.
    isolate: false,
  },
});
