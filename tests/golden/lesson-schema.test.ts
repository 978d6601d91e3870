import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { lessonJsonSchema } from "../../scripts/lesson-json-schema.ts";

test("the JSON Schema in docs is what lessons are read with: if a change of it is meant, npm run schema", () => {
  const written = readFileSync(join(import.meta.dirname, "../../docs/lesson.schema.json"), "utf8");
  expect(lessonJsonSchema()).toBe(written);
});
