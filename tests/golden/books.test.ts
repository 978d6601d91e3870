import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { constructionsBook } from "../../scripts/constructions-book.ts";
import { planBook } from "../../scripts/plan-book.ts";

// Books for people, read over whenever they change: these tests only say that they are not out of date.
const docs = join(import.meta.dirname, "../../docs");

test("the book of constructions says what the program does: if this is meant, npm run constructions, and read it", () => {
  const { markdown, pictures } = constructionsBook();
  expect(markdown).toBe(readFileSync(join(docs, "constructions.md"), "utf8"));
  for (const [name, svg] of pictures)
    expect(svg === readFileSync(join(docs, "constructions", name), "utf8"), name).toBe(true);
});

test("the book of plans says what a plan can say", () => {
  expect(planBook()).toBe(readFileSync(join(docs, "plan.md"), "utf8"));
});
