import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { lessonWith, RECIPE_NAMES, VIEW_KINDS } from "./recipe-arbitraries.ts";
import { standsWhereSeen } from "./stands-where-seen.ts";

/** Things of hundreds of faces, that take long to draw: fewer of them are tried. */
const MANY_FACED: ReadonlySet<string> = new Set(["lettering", "archway", "seat", "shelf"]);

/** All on the ground, so that depth alone decides, and everything rubbed out as it goes. */
function grounded(lesson: Lesson): Lesson {
  return {
    ...lesson,
    plan: { ...lesson.plan, erase: "each-object" },
    objects: lesson.objects.map((o) =>
      "depthSetBy" in o ? ({ ...o, depthSetBy: "ground" } as typeof o) : o,
    ),
  };
}

describe.each(RECIPE_NAMES)("%s", (recipe) => {
  test.each(VIEW_KINDS)(
    "stands on the finished sheet just where a ray from the eye meets nothing nearer: %s",
    (kind) => {
      const total = { hidden: 0, seen: 0 };
      fc.assert(
        fc.property(lessonWith(recipe, kind), (lesson) => {
          const count = standsWhereSeen(grounded(lesson));
          total.hidden += count.hidden;
          total.seen += count.seen;
        }),
        { numRuns: MANY_FACED.has(recipe) ? 10 : 30 },
      );
      if (!["hills", "freehand", "rays", "sky"].includes(recipe)) expect(total.seen).toBeGreaterThan(20);
    },
  );
});
