import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { sampleLesson, VIEW_KINDS } from "#core/document/changes";
import { type Lesson, parseLessonText } from "#core/document/lesson";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { AGE_BANDS, type AgeBand } from "#core/ground/plan";
import { auditLesson, FLAWS, type FlawKind } from "./audit-lesson.ts";

// How the steps of lessons are told: of those in a folder, or of the demos and every construction in every view.
// npm run audit, npm run audit -- FOLDER; --list shows every flaw, --age=7-9 tells all lessons to that age.

const args = process.argv.slice(2);
const list = args.includes("--list");
const folder = args.find((a) => !a.startsWith("--"));
/** Told to another age than the lessons say: --age=7-9. */
const age = args.find((a) => a.startsWith("--age="))?.slice("--age=".length);
if (age !== undefined && !Object.hasOwn(AGE_BANDS, age))
  throw new Error(`--age is one of ${Object.keys(AGE_BANDS).join(", ")}, got "${age}"`);

function lessonsIn(from: string): [string, Lesson][] {
  return readdirSync(from)
    .sort()
    .flatMap((name): [string, Lesson][] => {
      const path = join(from, name);
      if (statSync(path).isDirectory()) return lessonsIn(path);
      if (!name.endsWith(".json")) return [];
      const parsed = parseLessonText(readFileSync(path, "utf8"));
      if (parsed.ok) return [[name, parsed.value]];
      console.error(`${name} is passed over: ${parsed.findings[0]?.message}`);
      return [];
    });
}

function samples(): [string, Lesson][] {
  return RECIPE_NAMES.flatMap((recipe) =>
    VIEW_KINDS.map(({ kind }): [string, Lesson] => [`${recipe}, ${kind}`, sampleLesson(recipe, kind)]),
  );
}

const lessons = folder
  ? lessonsIn(folder)
  : [...lessonsIn(join(import.meta.dirname, "../demo/lessons")), ...samples()];

let steps = 0;
let rubbing = 0;
let longest = 0;
const flawed = new Map<FlawKind, Set<string>>();
for (const [name, lesson] of lessons) {
  const told = age ? { ...lesson, plan: { ...lesson.plan, ageBand: age as AgeBand } } : lesson;
  const audit = auditLesson(told);
  steps += audit.steps;
  rubbing += audit.rubbingOut;
  longest = Math.max(longest, audit.longest);
  for (const { kind, step, text } of audit.flaws) {
    flawed.set(kind, (flawed.get(kind) ?? new Set()).add(`${name}: ${step}`));
    if (list) console.log(`${kind}: ${name}, step ${step}: ${text}`);
  }
}
const percent = (n: number) => `${((100 * n) / Math.max(1, steps)).toFixed(1)} %`;
console.log(`${lessons.length} lessons, ${steps} steps, the longest of ${longest} words`);
for (const [kind, what] of Object.entries(FLAWS)) {
  const n = flawed.get(kind as FlawKind)?.size ?? 0;
  console.log(`${percent(n).padStart(7)}  ${what} (${n})`);
}
console.log(`${percent(rubbing).padStart(7)}  steps only for rubbing out (${rubbing})`);
