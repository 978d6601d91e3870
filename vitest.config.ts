import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/{unit,property,golden}/**/*.test.ts"],
    setupFiles: ["tests/setup.ts"],
    testTimeout: 60_000,
  },
});
