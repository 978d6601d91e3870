// Writes docs/lesson.schema.json; a test says when it is out of date.
import { writeFileSync } from "node:fs";
import { lessonJsonSchema } from "./lesson-json-schema.ts";

writeFileSync("docs/lesson.schema.json", lessonJsonSchema());
