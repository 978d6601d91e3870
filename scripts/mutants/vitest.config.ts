import { defineConfig, mergeConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";
import usual from "../../vitest.config.ts";

/** The quick ones first, so that most faults are noticed within seconds: goldens, then unit tests, then properties. */
const ORDER = ["/golden/", "/unit/", "/property/"];
/** Tests that look at the whole, or start other programs, take long for what they find here. */
const LAST = [
  "recipes.test",
  "sight.test",
  "schedule.test",
  "still.test",
  "cli.test",
  "routes.test",
  "cards-pdf",
];

const rank = (file: string): number =>
  LAST.some((l) => file.includes(l))
    ? 10 + LAST.findIndex((l) => file.includes(l))
    : ORDER.findIndex((o) => file.includes(o));

class QuickFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    return [...files].sort((a, b) => rank(a.moduleId) - rank(b.moduleId));
  }
}

export default mergeConfig(
  usual,
  defineConfig({
    test: {
      maxWorkers: 1,
      sequence: { sequencer: QuickFirst },
      // These read the program's own text, which holds all faults of the sample at once, asleep.
      exclude: ["tests/unit/architecture.test.ts"],
    },
  }),
);
