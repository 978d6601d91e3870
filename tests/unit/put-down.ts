import { applyChanges, putObject } from "#core/document/changes";
import { blankLesson, type Lesson } from "#core/document/lesson";
import type { ComputedLesson } from "#core/document/pipeline";
import type { ObjectSlice, RecipeName } from "#core/drawing/recipes";
import { planView } from "#core/drawing/view";
import { findPaperPoint, type PaperPoint } from "#core/ground/geometry";

/** A sheet and views with round numbers, for tests that put things down on them. */
export const sheet = { widthMm: 300, heightMm: 200, unit: "mm", smallestFraction: 8 } as const;
export const views = {
  one: {
    horizonFromTopMm: 60,
    viewingDistanceMm: 320,
    frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 150 } }],
  },
  two: {
    horizonFromTopMm: 60,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: -50 },
        rightVanishingPoint: { fromLeftMm: 350 },
      },
    ],
  },
  up: {
    horizonFromTopMm: 150,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "three-point",
        leftVanishingPoint: { fromLeftMm: -100 },
        rightVanishingPoint: { fromLeftMm: 400 },
        heightVanishingPoint: { fromLeftMm: 150, fromTopMm: -300 },
      },
    ],
  },
} satisfies Record<string, Lesson["view"]>;

export function lesson(view: Lesson["view"], objects: readonly object[], more: Partial<Lesson> = {}): Lesson {
  return { ...blankLesson("Osier Lock", "mm"), sheet, view, ...more, objects: objects as Lesson["objects"] };
}

/** A thing of a recipe put down by its front's corners. */
export function put(
  l: Lesson,
  recipe: RecipeName,
  from: [number, number],
  to: [number, number],
  over: object = {},
): Lesson {
  const host = l.objects[0]?.id ?? null;
  const placed = putObject(
    l,
    planView(l.view, l.sheet),
    recipe,
    { xMm: from[0], yMm: from[1] },
    { xMm: to[0], yMm: to[1] },
    host,
  );
  const changed = placed && applyChanges(l, placed.changes);
  if (!changed?.ok) throw new Error(`${recipe} cannot be put down`);
  return {
    ...changed.value.lesson,
    objects: changed.value.lesson.objects.map((o) =>
      o.id === placed?.id ? ({ ...o, ...over } as ObjectSlice) : o,
    ),
  };
}

/** Where ruler and pencil found a point. */
export const ruled = (c: ComputedLesson, id: string): PaperPoint => {
  const p = c.evaluation.points.get(id);
  const at = p && findPaperPoint(p);
  if (!at) throw new Error(`no point ${id}`);
  return at;
};
