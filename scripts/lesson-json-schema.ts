import { toJsonSchema } from "@valibot/to-json-schema";
import { LESSON_VERSION, LessonSchema } from "#core/document/lesson";

/** The JSON Schema of lesson documents as text, from the schema the app itself reads with. */
export function lessonJsonSchema(): string {
  const schema = toJsonSchema(LessonSchema, { typeMode: "input", errorMode: "ignore" });
  return `${JSON.stringify({ ...schema, title: `Regulanda lesson, version ${LESSON_VERSION}` }, null, 2)}\n`;
}
