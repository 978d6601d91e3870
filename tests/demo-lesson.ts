import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { type Lesson, parseLessonText } from "#core/document/lesson";

const LESSONS = join(import.meta.dirname, "../demo/lessons");
const SAMPLES = join(import.meta.dirname, "../demo/samples");

const namesIn = (folder: string): readonly string[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith(".json"))
    .map((name) => name.replace(/\.json$/, ""));

export const DEMO_NAMES = namesIn(LESSONS);

/** The small lessons that show one thing each. */
export const TRADE_SAMPLE_NAMES = namesIn(SAMPLES);

/** A demo lesson as it ships: "ticket-kiosk". */
export const demoLesson = (name: string): Lesson => read(LESSONS, name);

/** A small lesson that shows one thing: "tunnel-stubs". */
export const tradeSample = (name: string): Lesson => read(SAMPLES, name);

function read(folder: string, name: string): Lesson {
  const parsed = parseLessonText(readFileSync(join(folder, `${name}.json`), "utf8"));
  if (!parsed.ok) throw new Error(`${name} cannot be read: ${parsed.findings[0]?.message}`);
  return parsed.value;
}
