import fc from "fast-check";
import { blankLesson, type Lesson } from "#core/document/lesson";

/** A whole number of tenths of a millimetre, as handles give them. */
const tenths = (minMm: number, maxMm: number) =>
  fc.integer({ min: Math.round(minMm * 10), max: Math.round(maxMm * 10) }).map((n) => n / 10);

export const anySheet = fc.record({
  widthMm: tenths(100, 500),
  heightMm: tenths(100, 500),
  unit: fc.constantFrom("in" as const, "mm" as const),
  smallestFraction: fc.constantFrom(2 as const, 4 as const, 8 as const, 16 as const),
});

type Frames = Lesson["view"]["frames"];

const onePointFrames = (widthMm: number): fc.Arbitrary<Frames> =>
  tenths(-50, widthMm + 50).map(
    (fromLeftMm): Frames => [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm } }],
  );

const twoPointFrames = (widthMm: number): fc.Arbitrary<Frames> =>
  fc.tuple(tenths(-200, widthMm * 0.3), tenths(widthMm * 0.7, widthMm + 200)).map(
    ([l, r]): Frames => [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: l },
        rightVanishingPoint: { fromLeftMm: r },
      },
    ],
  );

/** A one- or two-point view on a sheet: the horizon anywhere on it, VPs on or off it. */
const anyView = (
  sheet: { widthMm: number; heightMm: number },
  kinds: readonly ("one-point" | "two-point")[],
) =>
  fc.record({
    horizonFromTopMm: tenths(5, sheet.heightMm - 5),
    viewingDistanceMm: fc.option(tenths(100, 900), { nil: null }),
    frames: fc
      .constantFrom(...kinds)
      .chain((kind) =>
        kind === "one-point" ? onePointFrames(sheet.widthMm) : twoPointFrames(sheet.widthMm),
      ),
  });

/** A box whose foot stands between the VPs of a two-point view, anywhere in a one-point one. */
function anyBox(id: string, lesson: Pick<Lesson, "sheet" | "view">): fc.Arbitrary<Lesson["objects"][number]> {
  const { sheet, view } = lesson;
  const frame = view.frames[0];
  const twoPoint = frame?.kind === "two-point";
  const across = twoPoint
    ? tenths(
        Math.max(0, frame.leftVanishingPoint.fromLeftMm + 15),
        Math.min(sheet.widthMm, frame.rightVanishingPoint.fromLeftMm - 15),
      )
    : tenths(-20, sheet.widthMm);
  const fraction = fc.integer({ min: 5, max: 85 }).map((n) => ({ fraction: n / 100 }));
  return fc.record({
    id: fc.constant(id),
    label: fc.constant(id.replaceAll("-", " ")),
    recipe: fc.constant("box" as const),
    frame: fc.constant("main"),
    depthSetBy: fc.constantFrom("ground" as const, "free" as const),
    seeThrough: fc.boolean(),
    handles: fc.record({
      fromLeftMm: across,
      fromBottomMm: tenths(-10, sheet.heightMm - 10),
      width: twoPoint ? fraction : tenths(1, 120).map((mm) => ({ mm })),
      height: tenths(1, 120).map((mm) => ({ mm })),
      depth: fraction,
    }),
  });
}

/** A lesson with up to `most` boxes; ids are crate-1, crate-2, … */
export const anyLesson = (
  most: number,
  kinds: readonly ("one-point" | "two-point")[] = ["one-point"],
): fc.Arbitrary<Lesson> =>
  anySheet
    .chain((sheet) => anyView(sheet, kinds).map((view) => ({ sheet, view })))
    .chain(({ sheet, view }) =>
      fc
        .integer({ min: 1, max: most })
        .chain((n) =>
          fc.tuple(
            fc.tuple(...Array.from({ length: n }, (_, i) => anyBox(`crate-${i + 1}`, { sheet, view }))),
            fc.constantFrom(
              "measure" as const,
              "fold" as const,
              "diagonals" as const,
              "eye" as const,
              "none" as const,
            ),
            fc.constantFrom("to-vp" as const, "part-way" as const),
            fc.constantFrom("each-object" as const, "at-end" as const, "never" as const),
            fc.shuffledSubarray(["ground", ...Array.from({ length: n }, (_, i) => `crate-${i + 1}`)]),
          ),
        )
        .map(([objects, centre, guides, erase, frontToBack]): Lesson => {
          const blank = blankLesson("Crates on the quay", sheet.unit);
          return {
            ...blank,
            sheet,
            view,
            objects,
            frontToBack,
            plan: { ...blank.plan, centre, guides, erase },
          };
        }),
    );
