// How much the tests notice: small faults of the usual kinds are put into the program one at a time, a sample of a seed, and
// the tests that reach the place are run on each until one fails. StrykerJS does it, in a copy of the whole project, after
// all tests have passed in that same copy. Never part of `npm test`: it takes hours.
//
//   npm run mutants                               60 faults in core
//   npm run mutants -- --in app,server --count 100 --seed 4711
import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, relative, resolve } from "node:path";
import { parseArgs } from "node:util";
import fc from "fast-check";
import { EQUIVALENT } from "./equivalent.ts";
import { filesOf, type Mutant, mutantsOf, nameOf } from "./mutants-of.ts";
import { wilsonInterval } from "./wilson-interval.ts";

const HOME = resolve(import.meta.dirname, "../..");
const { values } = parseArgs({
  options: {
    in: { type: "string", default: "core" },
    seed: { type: "string", default: "8" },
    count: { type: "string", default: "60" },
    "at-once": { type: "string", default: "2" },
  },
});
process.chdir(HOME);
const work = join(HOME, "reports", "mutants");
mkdirSync(work, { recursive: true });

const all = await mutantsOf(values.in.split(",").flatMap(filesOf));
const sample = drawn(all, Number(values.count), Number(values.seed));
console.log(`${sample.length} of ${all.length} faults in ${values.in}, seed ${values.seed}.`);
writeFileSync(join(work, "sampled.json"), JSON.stringify(sample.map(nameOf)));
writeFileSync(join(work, "stryker.json"), JSON.stringify(settings(sample), null, 2));
const { status } = spawnSync("npx", ["stryker", "run", join(work, "stryker.json")], { stdio: "inherit" });
if (status !== 0) process.exit(status ?? 1);
report();

/** Any that are seen, each as likely as any other; for a seed always the same. */
function drawn(from: readonly Mutant[], count: number, seed: number): Mutant[] {
  const seen = from.filter(
    (m) => !EQUIVALENT.some((e) => e.file === m.file && e.line === m.code && e.was === m.was),
  );
  const places = fc.uniqueArray(fc.nat({ max: seen.length - 1 }), { minLength: count, maxLength: count });
  return (fc.sample(places, { seed, numRuns: 1 })[0] ?? []).flatMap((i) => seen[i] ?? []);
}

function settings(mutants: readonly Mutant[]) {
  return {
    plugins: [
      "@stryker-mutator/vitest-runner",
      "@stryker-mutator/typescript-checker",
      "./scripts/mutants/sampled.mjs",
    ],
    ignorers: ["sampled"],
    mutate: mutants.map((m) => `${m.file}:${m.from.line}:${m.from.column}-${m.to.line}:${m.to.column}`),
    testRunner: "vitest",
    // All tests pass through one thread, which holds what each of them has imported and computed.
    testRunnerNodeArgs: ["--max-old-space-size=12288"],
    vitest: { configFile: "scripts/mutants/vitest.config.ts" },
    checkers: ["typescript"],
    coverageAnalysis: "perTest",
    concurrency: Number(values["at-once"]),
    ignorePatterns: ["build", "reports", "docs/screenshots", "data"],
    tempDirName: "reports/mutants/copy",
    reporters: ["progress-append-only", "json"],
    jsonReporter: { fileName: join(work, "outcome.json") },
    dryRunTimeoutMinutes: 60,
    timeoutMS: 60_000,
  };
}

interface Outcome {
  readonly files: Readonly<
    Record<
      string,
      {
        readonly mutants: readonly {
          readonly status: string;
          readonly mutatorName: string;
          readonly replacement: string;
          readonly location: { readonly start: Mutant["from"]; readonly end: Mutant["to"] };
        }[];
      }
    >
  >;
}

function report(): void {
  const { files } = JSON.parse(readFileSync(join(work, "outcome.json"), "utf8")) as Outcome;
  const statusOf = new Map(
    Object.entries(files).flatMap(([file, { mutants }]) =>
      mutants.map((m) => {
        const named = { file: relative(HOME, resolve(file)), from: m.location.start, to: m.location.end };
        return [`${nameOf(named)} ${m.mutatorName} ${m.replacement}`, m.status] as const;
      }),
    ),
  );
  const outcomes = sample.map((m) => ({
    m,
    status: statusOf.get(`${nameOf(m)} ${m.kind} ${m.instead}`) ?? "lost",
  }));
  const are = (...statuses: string[]) => outcomes.filter((o) => statuses.includes(o.status));
  const missed = are("Survived", "NoCoverage");
  const noticed = are("Killed", "Timeout").length;
  const tried = noticed + missed.length;
  for (const { m, status } of missed)
    console.log(
      `missed${status === "NoCoverage" ? " (no test reaches it)" : ""}: ${m.file}:${m.from.line}  ${short(m.was)} → ${short(m.instead)}`,
    );
  const [low, high] = wilsonInterval(noticed, tried).map((share) => Math.round(100 * share));
  console.log(
    `Seed ${values.seed}, ${values.in}: ${noticed} of ${tried} noticed (${Math.round((100 * noticed) / Math.max(1, tried))} %, 95 % interval ${low}–${high} %).`,
  );
  console.log(
    `Not counted: ${are("CompileError").length} the compiler refuses, ${are("RuntimeError", "Ignored", "lost").length} that did not run.`,
  );
}

function short(text: string): string {
  const flat = text.replace(/\s+/g, " ");
  return flat.length > 60 ? `${flat.slice(0, 57)}…` : flat || '""';
}
