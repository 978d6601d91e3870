import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";
import usual, { SHIPPED_REACT } from "../../vitest.config.ts";
import { FOLDERS, SUITES } from "./suites.ts";

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

const suite = SUITES.find((s) => s === process.env.MUTANTS_SUITE);
if (!suite) throw new Error(`MUTANTS_SUITE names none of ${SUITES.join(", ")}.`);
// The runner runs tests in a thread, which takes no switches of a process.
const { projects: _projects, execArgv: _switches, ...usually } = usual.test ?? {};

export default defineConfig({
  ...(suite === "views" ? { oxc: SHIPPED_REACT.oxc } : {}),
  test: {
    ...usually,
    maxWorkers: 1,
    sequence: { sequencer: QuickFirst },
    include: FOLDERS[suite].map((folder) => `tests/${folder}/**/*.test.{ts,tsx}`),
    // These read the program's own text, which holds all faults of the sample at once, asleep.
    exclude: ["tests/unit/architecture.test.ts"],
    ...(suite === "views"
      ? { setupFiles: ["tests/views/setup.ts"], isolate: true, env: SHIPPED_REACT.env }
      : {}),
  },
});
