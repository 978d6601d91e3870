// How much the tests notice: small faults of the usual kinds are put into the program one at a time, a sample of a seed, and
// the tests that reach the place are run on each until one fails. StrykerJS does it, in a copy of the whole project, after
// all tests have passed in that same copy. It runs them in one thread, which does not bear all of them, so they come in
// suites: what one lets pass is tried on the next. Never part of `npm test`: it takes hours.
//
//   npm run mutants                               60 faults in core
//   npm run mutants -- --in app,server --count 100 --seed 4711 --suites quick,views
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, relative, resolve } from "node:path";
import { parseArgs } from "node:util";
import fc from "fast-check";
import { EQUIVALENT } from "./equivalent.ts";
import { filesOf, type Mutant, mutantsOf, nameOf } from "./mutants-of.ts";
import { SUITES, type Suite } from "./suites.ts";
import { wilsonInterval } from "./wilson-interval.ts";

const HOME = resolve(import.meta.dirname, "../..");
const { values } = parseArgs({
  options: {
    in: { type: "string", default: "core" },
    seed: { type: "string", default: "8" },
    count: { type: "string", default: "60" },
    // A suite that reaches none of a folder only takes its time.
    suites: { type: "string", default: SUITES.join(",") },
    "at-once": { type: "string", default: "2" },
    // Takes what the suites that ended have found the last time, of the same sample.
    "go-on": { type: "boolean", default: false },
  },
});
const suites = values.suites.split(",").map((asked) => {
  const suite = SUITES.find((s) => s === asked);
  if (!suite) throw new Error(`There is no suite "${asked}"; the suites are ${SUITES.join(", ")}.`);
  return suite;
});
process.chdir(HOME);
const work = join(HOME, "reports", "mutants");
mkdirSync(work, { recursive: true });

const all = await mutantsOf(values.in.split(",").flatMap(filesOf));
const sample = drawn(all, Number(values.count), Number(values.seed));
console.log(`${sample.length} of ${all.length} faults in ${values.in}, seed ${values.seed}.`);
/** What came of each fault. */
const statusOf = new Map<Mutant, string>(sample.map((m) => [m, "NoCoverage"]));
for (const [round, suite] of suites.entries()) {
  const left = sample.filter((m) => passed(statusOf.get(m)));
  if (left.length === 0) break;
  console.log(`\n${left.length} on ${suite}.`);
  // A fault that one suite reaches is not out of reach because the next does not.
  for (const [m, status] of tried(suite, left, round === 0))
    if (!(status === "NoCoverage" && statusOf.get(m) === "Survived")) statusOf.set(m, status);
}
report();

function passed(status: string | undefined): boolean {
  return status === "Survived" || status === "NoCoverage";
}

/** What comes of faults on one suite of tests. */
function tried(suite: Suite, mutants: readonly Mutant[], checkTypes: boolean): Map<Mutant, string> {
  const outcome = join(work, `${suite}.json`);
  if (!(values["go-on"] && existsSync(outcome))) run(suite, mutants, outcome, checkTypes);
  // Without a test that comes near any of them nothing is written.
  const { files } = existsSync(outcome)
    ? (JSON.parse(readFileSync(outcome, "utf8")) as Outcome)
    : { files: {} };
  const found = new Map(
    Object.entries(files).flatMap(([file, { mutants: of }]) =>
      of.map((m) => {
        const named = { file: relative(HOME, resolve(file)), from: m.location.start, to: m.location.end };
        return [`${nameOf(named)} ${m.mutatorName} ${m.replacement}`, m.status] as const;
      }),
    ),
  );
  return new Map(
    mutants.map((m) => [
      m,
      found.get(`${nameOf(m)} ${m.kind} ${m.instead}`) ?? (existsSync(outcome) ? "lost" : "NoCoverage"),
    ]),
  );
}

/** Has StrykerJS try faults on one suite of tests. Ends the program when the tests fail without a fault. */
function run(suite: Suite, mutants: readonly Mutant[], outcome: string, checkTypes: boolean): void {
  rmSync(outcome, { force: true });
  writeFileSync(join(work, "sampled.json"), JSON.stringify(mutants.map(nameOf)));
  writeFileSync(join(work, "stryker.json"), JSON.stringify(settings(mutants, outcome, checkTypes), null, 2));
  const { status } = spawnSync("npx", ["stryker", "run", join(work, "stryker.json")], {
    stdio: "inherit",
    env: { ...process.env, MUTANTS_SUITE: suite },
  });
  if (status !== 0) process.exit(status ?? 1);
}

/** Any that are seen, each as likely as any other; for a seed always the same. */
function drawn(from: readonly Mutant[], count: number, seed: number): Mutant[] {
  const seen = from.filter(
    (m) => !EQUIVALENT.some((e) => e.file === m.file && e.line === m.code && e.was === m.was),
  );
  // Each as likely: left to itself, fast-check prefers the first and the last, for it looks for trouble.
  const places = fc.noBias(
    fc.uniqueArray(fc.nat({ max: seen.length - 1 }), { minLength: count, maxLength: count }),
  );
  return (fc.sample(places, { seed, numRuns: 1 })[0] ?? []).flatMap((i) => seen[i] ?? []);
}

function settings(mutants: readonly Mutant[], outcome: string, checkTypes: boolean) {
  return {
    plugins: [
      "@stryker-mutator/vitest-runner",
      "@stryker-mutator/typescript-checker",
      "./scripts/mutants/sampled.mjs",
    ],
    ignorers: ["sampled"],
    // Columns count from 0 here.
    mutate: mutants.map(
      ({ file, from, to }) => `${file}:${from.line}:${from.column - 1}-${to.line}:${to.column - 1}`,
    ),
    testRunner: "vitest",
    vitest: { configFile: "scripts/mutants/vitest.config.ts" },
    checkers: checkTypes ? ["typescript"] : [],
    coverageAnalysis: "perTest",
    concurrency: Number(values["at-once"]),
    ignorePatterns: ["/build", "/test-results", "/reports", "/docs/screenshots", "/data"],
    tempDirName: "reports/mutants/copy",
    reporters: ["progress-append-only", "json"],
    jsonReporter: { fileName: outcome },
    // A suite may reach none of these faults.
    allowEmpty: true,
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
  const outcomes = [...statusOf].map(([m, status]) => ({ m, status }));
  const are = (...statuses: string[]) => outcomes.filter((o) => statuses.includes(o.status));
  const missed = are("Survived", "NoCoverage");
  const noticed = are("Killed", "Timeout").length;
  const counted = noticed + missed.length;
  for (const { m, status } of missed)
    console.log(
      `missed${status === "NoCoverage" ? " (no test reaches it)" : ""}: ${m.file}:${m.from.line}  ${short(m.was)} → ${short(m.instead)}`,
    );
  const [low, high] = wilsonInterval(noticed, counted).map((share) => Math.round(100 * share));
  console.log(
    `Seed ${values.seed}, ${values.in}: ${noticed} of ${counted} noticed (${Math.round((100 * noticed) / Math.max(1, counted))} %, 95 % interval ${low}–${high} %).`,
  );
  console.log(
    `Not counted: ${are("CompileError").length} the compiler refuses, ${are("RuntimeError", "Ignored", "lost").length} that did not run.`,
  );
}

function short(text: string): string {
  const flat = text.replace(/\s+/g, " ");
  return flat.length > 60 ? `${flat.slice(0, 57)}…` : flat || '""';
}
