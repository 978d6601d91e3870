import { readFileSync } from "node:fs";
import { join } from "node:path";
import { applyChanges, setNarration } from "#core/changes";
import { parseLessonText } from "#core/lesson";
import { type ComputedLesson, computeLesson } from "#core/pipeline";
import type { Labelled } from "./labelled.ts";

/** A narration brought into the lesson it goes with. */
export function inItsLesson(narration: Labelled): ComputedLesson {
  const read = parseLessonText(
    readFileSync(join(import.meta.dirname, "../..", narration.lesson ?? ""), "utf8"),
  );
  if (!read.ok) throw new Error(`${narration.name}: ${read.findings[0]?.message}`);
  const changed = applyChanges(read.value, setNarration(read.value, "take.vtt", narration.cues));
  if (!changed.ok) throw new Error(`${narration.name}: ${changed.findings[0]?.message}`);
  return computeLesson(changed.value.lesson);
}
