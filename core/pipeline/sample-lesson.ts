import { invariant } from "../base/index.ts";
import type { PaperPoint } from "../geometry/index.ts";
import { type Construction, NEEDS_HOST, putObject, recipeFor } from "../handles/index.ts";
import { applyChanges, blankLesson, type Lesson } from "../lesson/index.ts";
import type { RecipeName } from "../recipes/index.ts";
import { planView } from "../view/index.ts";

export type SampleView = "one-point" | "two-point";

/** Two corners of a front on the sample sheet, mm. */
type Spot = readonly [x1: number, y1: number, x2: number, y2: number];

/** Where the sample of a construction is put down in a one-point and in a two-point view; elsewhere by itself. */
const SPOTS: Partial<Record<RecipeName, Readonly<Record<SampleView, Spot>>>> = {
  box: { "one-point": [45, 185, 115, 120], "two-point": [150, 185, 151, 115] },
  outline: { "one-point": [40, 180, 130, 110], "two-point": [150, 185, 151, 115] },
  lettering: { "one-point": [25, 170, 215, 105], "two-point": [110, 180, 111, 110] },
  floor: { "one-point": [25, 195, 225, 196], "two-point": [150, 200, 151, 201] },
  road: { "one-point": [150, 190, 150, 190], "two-point": [190, 190, 190, 190] },
  house: { "one-point": [45, 180, 125, 95], "two-point": [150, 185, 151, 95] },
  row: { "one-point": [35, 190, 36, 110], "two-point": [200, 190, 201, 130] },
  stairs: { "one-point": [45, 185, 125, 115], "two-point": [150, 185, 151, 105] },
  seat: { "one-point": [45, 185, 125, 115], "two-point": [150, 185, 151, 105] },
  table: { "one-point": [45, 185, 135, 115], "two-point": [150, 185, 151, 115] },
  shelf: { "one-point": [45, 190, 125, 100], "two-point": [150, 190, 151, 100] },
  archway: { "one-point": [45, 190, 135, 100], "two-point": [150, 190, 151, 90] },
  tunnel: { "one-point": [40, 195, 260, 35], "two-point": [170, 195, 171, 90] },
  freehand: { "one-point": [90, 170, 140, 110], "two-point": [90, 170, 140, 110] },
  reflection: { "one-point": [0, 0, 0, 66], "two-point": [0, 0, 0, 66] },
};

const VIEWS = {
  "one-point": {
    horizonFromTopMm: 70,
    viewingDistanceMm: null,
    frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 165 } }],
  },
  "two-point": {
    horizonFromTopMm: 70,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: -60 },
        rightVanishingPoint: { fromLeftMm: 360 },
      },
    ],
  },
} satisfies Record<SampleView, Lesson["view"]>;

/** The box or house on which a construction that needs a host is shown. */
const HOST: Readonly<Record<SampleView, Spot>> = {
  "one-point": [40, 165, 130, 60],
  "two-point": [150, 165, 151, 60],
};
const MIRRORED: Readonly<Record<SampleView, Spot>> = {
  "one-point": [40, 130, 130, 70],
  "two-point": [150, 130, 151, 70],
};

/** A lesson that shows one construction on an A4 sheet, on a host where it needs one: for pictures of constructions. */
export function sampleLesson(construction: Construction, kind: SampleView): Lesson {
  const recipe = recipeFor(construction);
  const blank = blankLesson("Osier Lock", "mm");
  const lesson: Lesson = { ...blank, plan: { ...blank.plan, centre: "none" }, view: VIEWS[kind] };
  const mirrored = recipe === "reflection";
  const based = NEEDS_HOST.has(recipe)
    ? put(lesson, mirrored ? "house" : "box", (mirrored ? MIRRORED : HOST)[kind], null)
    : lesson;
  return put(based, construction, SPOTS[recipe]?.[kind] ?? [0, 0, 0, 0], based.objects[0]?.id ?? null);
}

function put(lesson: Lesson, recipe: Construction, [x1, y1, x2, y2]: Spot, host: string | null): Lesson {
  const at = (xMm: number, yMm: number): PaperPoint => ({ xMm, yMm });
  const placed = putObject(lesson, planView(lesson.view, lesson.sheet), recipe, at(x1, y1), at(x2, y2), host);
  const changed = placed && applyChanges(lesson, placed.changes);
  invariant(changed?.ok, `the sample of "${recipe}" cannot be put down`);
  return changed.value.lesson;
}
