import { LESSON_FORMAT, type Lesson } from "./lesson.ts";
import { LESSON_VERSION } from "./upgrade.ts";

/** An empty one-point lesson: a sheet on its side, the horizon a third down, the vanishing point in the middle. */
export function blankLesson(title: string, unit: "in" | "mm"): Lesson {
  const sheet = unit === "in" ? { widthMm: 279.4, heightMm: 215.9 } : { widthMm: 297, heightMm: 210 };
  return {
    format: LESSON_FORMAT,
    version: LESSON_VERSION,
    title,
    plan: { ageBand: "9-11", sessionMinutes: 45, centre: "measure", guides: "to-vp", erase: "each-object" },
    sheet: { ...sheet, unit, smallestFraction: 8 },
    view: {
      horizonFromTopMm: unit === "in" ? 76.2 : 70,
      viewingDistanceMm: null,
      frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: sheet.widthMm / 2 } }],
    },
    objects: [],
    frontToBack: [],
    steps: {},
    takes: [],
    currentTake: null,
    handOut: { paper: unit === "in" ? "letter" : "a4", cardsPerPage: 4 },
  };
}
