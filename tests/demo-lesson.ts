import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { type Lesson, parseLessonText } from "#core/lesson";

const FOLDER = join(import.meta.dirname, "../demo/lessons");

export const DEMO_NAMES: readonly string[] = readdirSync(FOLDER).map((name) => name.replace(/\.json$/, ""));

/** A demo lesson as it ships: "ticket-kiosk". */
export function demoLesson(name: string): Lesson {
  const parsed = parseLessonText(readFileSync(join(FOLDER, `${name}.json`), "utf8"));
  if (!parsed.ok) throw new Error(`${name} cannot be read: ${parsed.findings[0]?.message}`);
  return parsed.value;
}
