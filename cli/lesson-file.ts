import { parseLessonText } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { CliError, readBytes } from "./arguments.ts";

/** The lesson in a file with all that follows from it. Throws CliError where it is none. */
export function compute(path: string): ComputedLesson {
  const parsed = parseLessonText(new TextDecoder().decode(readBytes(path)));
  if (parsed.ok) return computeLesson(parsed.value);
  const more = parsed.findings.length > 1 ? ` (and ${parsed.findings.length - 1} more)` : "";
  throw new CliError(`${path}: ${parsed.findings[0]?.message}${more}`);
}
