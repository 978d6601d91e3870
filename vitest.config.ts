import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/{unit,property,golden}/**/*.test.ts"],
    testTimeout: 60_000,
  },
});
