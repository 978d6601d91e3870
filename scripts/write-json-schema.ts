// Makes docs/lesson.schema.json from the schema the app itself reads with. With --check it only compares.
import { readFileSync, writeFileSync } from "node:fs";
import { toJsonSchema } from "@valibot/to-json-schema";
import { LESSON_VERSION, LessonSchema } from "#core/lesson";

const FILE = "docs/lesson.schema.json";
const schema = toJsonSchema(LessonSchema, { typeMode: "input", errorMode: "ignore" });
const text = `${JSON.stringify({ ...schema, title: `Regulanda lesson, version ${LESSON_VERSION}` }, null, 2)}\n`;
if (process.argv.includes("--check")) {
  if (readFileSync(FILE, "utf8") !== text) {
    console.error(`${FILE} is not what the lesson schema says now. Run: npm run schema`);
    process.exit(1);
  }
} else writeFileSync(FILE, text);
