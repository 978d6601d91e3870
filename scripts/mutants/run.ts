// How much the tests notice: small faults are put into core one at a time, in copies of the project, and the tests
// related to the changed file are run on each until one fails. Never part of `npm test`.
//
//   npm run mutants                    the seed to work with
//   npm run mutants -- --seed 4711     another sample
//   npm run mutants -- --count 20 --minutes 10
import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { parseArgs } from "node:util";
import fc from "fast-check";
import { EQUIVALENT } from "./equivalent.ts";
import { type Concern, type Mutant, mutantsOf } from "./mutations.ts";

const HOME = resolve(import.meta.dirname, "../..");
const { values } = parseArgs({
  options: {
    seed: { type: "string", default: "8" },
    count: { type: "string", default: "60" },
    minutes: { type: "string", default: "40" },
  },
});
const [seed, count, minutes] = [Number(values.seed), Number(values.count), Number(values.minutes)];

type Outcome = "noticed" | "not noticed" | "does not compile" | "equivalent";
interface Tried {
  readonly mutant: Mutant;
  readonly outcome: Outcome;
  readonly seconds: number;
}

process.chdir(HOME);
let until = Date.now() + minutes * 60_000;
const queue = shuffled(filesOfCore().flatMap(mutantsOf), seed);
const tried: Tried[] = [];
const running = new Set<ChildProcess>();
const rooms: string[] = [];
process.on("exit", () => {
  for (const child of running) if (child.pid) process.kill(-child.pid);
  for (const room of rooms) rmSync(room, { recursive: true, force: true });
});
process.on("SIGINT", () => process.exit(130));

// A test that fails without a fault would count every fault as noticed.
console.log("First the tests as they are …");
if ((await ends(["node_modules/vitest/vitest.mjs", "--run", "--bail", "1"], HOME)) !== 0) {
  console.error(
    "A test fails without any fault put in (npm run unit): nothing can be said until it is mended.",
  );
  process.exit(1);
}
until = Date.now() + minutes * 60_000;
const counted = () => tried.filter((t) => t.outcome === "noticed" || t.outcome === "not noticed").length;
await Promise.all(Array.from({ length: availableParallelism() }, workThrough));
report();

async function workThrough(): Promise<void> {
  const room = mkdtempSync(join(tmpdir(), "mutants-"));
  rooms.push(room);
  for (const part of [
    "core",
    "server",
    "app",
    "cli",
    "demo",
    "docs",
    "scripts",
    "tests",
    "workers",
    "public",
  ])
    cpSync(join(HOME, part), join(room, part), { recursive: true });
  for (const file of readdirSync(HOME).filter((f) => /\.(json|ts)$/.test(f)))
    cpSync(join(HOME, file), join(room, file));
  symlinkSync(join(HOME, "node_modules"), join(room, "node_modules"));
  while (counted() < count && Date.now() < until) {
    const mutant = queue.pop();
    if (!mutant) return;
    const started = Date.now();
    const outcome = await outcomeOf(mutant, room);
    // What the end of the time cut short says nothing.
    if (counted() >= count || Date.now() >= until) return;
    tried.push({ mutant, outcome, seconds: Math.round((Date.now() - started) / 1000) });
    if (outcome !== "does not compile")
      console.log(
        `${String(counted()).padStart(3)} ${outcome.padEnd(12)} ${place(mutant)}  ${short(mutant.was)} → ${short(mutant.instead)}`,
      );
  }
}

async function outcomeOf(mutant: Mutant, room: string): Promise<Outcome> {
  if (EQUIVALENT.some((e) => e.file === mutant.file && e.line === mutant.code && e.was === mutant.was))
    return "equivalent";
  const file = join(room, mutant.file);
  const text = readFileSync(file, "utf8");
  writeFileSync(file, text.slice(0, mutant.start) + mutant.instead + text.slice(mutant.end));
  try {
    const types = await ends(["node_modules/typescript-native/bin/tsc", "--noEmit", "-p", "core"], room);
    if (types !== 0) return "does not compile";
    const tests = await ends(
      [
        "node_modules/vitest/vitest.mjs",
        ...["related", "--run", "--bail", "1", "--config", "scripts/mutants/vitest.config.ts", "--root", "."],
        mutant.file,
      ],
      room,
    );
    return tests === 0 ? "not noticed" : "noticed";
  } finally {
    writeFileSync(file, text);
  }
}

/** The exit code of Node with these arguments. A fault may make a test run for ever: that is noticed too. */
function ends(args: readonly string[], cwd: string): Promise<number> {
  return new Promise((done) => {
    const child = spawn(process.execPath, args, { cwd, stdio: "ignore", detached: true });
    running.add(child);
    const patience = Math.min(10 * 60_000, Math.max(0, until - Date.now()));
    const stop = setTimeout(() => child.pid && process.kill(-child.pid), patience);
    child.on("exit", (code) => {
      clearTimeout(stop);
      running.delete(child);
      done(code ?? 1);
    });
  });
}

function filesOfCore(): string[] {
  return readdirSync("core", { recursive: true, encoding: "utf8" })
    .filter((f) => f.endsWith(".ts") && !f.endsWith("index.ts"))
    .map((f) => join("core", f))
    .sort();
}

/** In an order that is always the same for a seed; what is taken comes off the end. */
function shuffled(mutants: readonly Mutant[], from: number): Mutant[] {
  const all = fc.shuffledSubarray([...mutants], { minLength: mutants.length, maxLength: mutants.length });
  return fc.sample(all, { seed: from, numRuns: 1 })[0] ?? [];
}

function report(): void {
  const of = (...concerns: Concern[]) => {
    const mine = tried.filter((t) => concerns.includes(t.mutant.concern));
    const noticed = mine.filter((t) => t.outcome === "noticed").length;
    const missed = mine.filter((t) => t.outcome === "not noticed").length;
    return `${noticed} of ${noticed + missed} (${Math.round((100 * noticed) / Math.max(1, noticed + missed))} %)`;
  };
  const left = (outcome: Outcome) => tried.filter((t) => t.outcome === outcome).length;
  console.log(`
Seed ${seed}: ${of("words and options", "working out")} noticed
  in words and options: ${of("words and options")}
  in working out:       ${of("working out")}
Not counted: ${left("does not compile")} the compiler refuses, ${left("equivalent")} that change nothing (scripts/mutants/equivalent.ts)`);
}

function place({ file, line }: Mutant): string {
  return `${file}:${line}`;
}

function short(text: string): string {
  const flat = text.replace(/\s+/g, " ");
  return flat.length > 50 ? `${flat.slice(0, 47)}…` : flat || '""';
}
