import { describe, expect, test } from "vitest";
import { blankLesson, type Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { isDot } from "#core/drawing/paper";

type Box = Lesson["objects"][number];

const onePoint = { id: "main", kind: "one-point" as const, vanishingPoint: { fromLeftMm: 150 } };
const twoPoint = {
  id: "main",
  kind: "two-point" as const,
  leftVanishingPoint: { fromLeftMm: -20 },
  rightVanishingPoint: { fromLeftMm: 320 },
};

/** How many lines of each phase a single box takes, on a sheet 300 × 200 with the horizon at 100. */
function linesOf(
  frame: typeof onePoint | typeof twoPoint,
  place: { x: number; up: number; wide: number; high: number },
  seeThrough = false,
): Record<string, number> {
  const blank = blankLesson("Crates on the quay", "mm");
  const isTwo = frame.kind === "two-point";
  const box: Box = {
    id: "crate",
    label: "crate",
    recipe: "box",
    frame: "main",
    depthSetBy: "free",
    seeThrough,
    handles: {
      fromLeftMm: place.x,
      fromBottomMm: place.up,
      width: isTwo ? { fraction: 0.3 } : { mm: place.wide },
      height: { mm: place.high },
      depth: { fraction: 0.4 },
    },
  };
  const lesson: Lesson = {
    ...blank,
    sheet: { ...blank.sheet, widthMm: 300, heightMm: 200 },
    view: { horizonFromTopMm: 100, viewingDistanceMm: null, frames: [frame] },
    objects: [box],
  };
  const { paper, moves } = computeLesson(lesson);
  const counts: Record<string, number> = {};
  for (const s of paper.strokes) {
    if (s.objectId !== "crate" || isDot(s)) continue;
    const phase = moves[s.moveIndex]?.phase ?? "";
    counts[phase] = (counts[phase] ?? 0) + 1;
  }
  return counts;
}

// Counts of lines and of corners sent to the vanishing point: common practice, no published source.
describe("a one-point box", () => {
  test("off to one side and below: 4 + 3 + 2 lines", () => {
    expect(linesOf(onePoint, { x: 20, up: 10, wide: 40, high: 30 })).toEqual({
      front: 4,
      guides: 3,
      close: 2,
    });
    expect(linesOf(onePoint, { x: 220, up: 150, wide: 40, high: 30 })).toEqual({
      front: 4,
      guides: 3,
      close: 2,
    });
  });
  test("straight below, above or level with the vanishing point: 4 + 2 + 1 lines", () => {
    expect(linesOf(onePoint, { x: 130, up: 10, wide: 40, high: 30 })).toEqual({
      front: 4,
      guides: 2,
      close: 1,
    });
    expect(linesOf(onePoint, { x: 130, up: 150, wide: 40, high: 30 })).toEqual({
      front: 4,
      guides: 2,
      close: 1,
    });
    expect(linesOf(onePoint, { x: 20, up: 80, wide: 40, high: 40 })).toEqual({
      front: 4,
      guides: 2,
      close: 1,
    });
  });
  test("whose front contains the vanishing point: the front alone", () => {
    expect(linesOf(onePoint, { x: 120, up: 60, wide: 60, high: 80 })).toEqual({ front: 4 });
  });
  test("see-through: all twelve edges", () => {
    expect(linesOf(onePoint, { x: 20, up: 10, wide: 40, high: 30 }, true)).toEqual({
      front: 4,
      guides: 3,
      close: 2,
      "see-through": 3,
    });
  });
  test("with a side exactly below the vanishing point shows no sliver of that side", () => {
    expect(linesOf(onePoint, { x: 150, up: 10, wide: 40, high: 30 })).toEqual({
      front: 4,
      guides: 2,
      close: 1,
    });
  });
});

describe("a two-point box, its near upright between the vanishing points", () => {
  const total = (counts: Record<string, number>) => Object.values(counts).reduce((a, b) => a + b, 0);
  test("across the horizon 7 lines, above or below 9, see-through 12", () => {
    expect(total(linesOf(twoPoint, { x: 140, up: 60, wide: 0, high: 80 }))).toBe(7);
    expect(total(linesOf(twoPoint, { x: 140, up: 10, wide: 0, high: 50 }))).toBe(9);
    expect(total(linesOf(twoPoint, { x: 140, up: 130, wide: 0, high: 50 }))).toBe(9);
    expect(total(linesOf(twoPoint, { x: 140, up: 10, wide: 0, high: 50 }, true))).toBe(12);
  });
});
