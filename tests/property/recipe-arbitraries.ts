import fc from "fast-check";
import { applyChanges, putObject } from "#core/document/changes";
import { blankLesson, type Lesson } from "#core/document/lesson";
import { type ObjectSlice, RECIPE_NAMES, type RecipeName } from "#core/drawing/recipes";
import { planView, runsWithPaper } from "#core/drawing/view";
import { anySheet } from "./lesson-arbitraries.ts";

export type ViewKind = "one-point" | "two-point" | "looking-up" | "looking-down";
export const VIEW_KINDS: readonly ViewKind[] = ["one-point", "two-point", "looking-up", "looking-down"];
export { RECIPE_NAMES };

const tenths = (minMm: number, maxMm: number) =>
  fc.integer({ min: Math.round(minMm * 10), max: Math.round(maxMm * 10) }).map((n) => n / 10);

const share = (min: number, max: number) =>
  fc.integer({ min: Math.round(min * 100), max: Math.round(max * 100) }).map((n) => n / 100);

/** A view of the kind on a sheet, VPs on and off it. */
function anyViewOf(
  kind: ViewKind,
  sheet: { widthMm: number; heightMm: number },
): fc.Arbitrary<Lesson["view"]> {
  const { widthMm: w, heightMm: h } = sheet;
  const id = "main";
  if (kind === "one-point")
    return fc.record({
      horizonFromTopMm: tenths(h * 0.1, h * 0.8),
      viewingDistanceMm: fc.option(tenths(150, 900), { nil: null }),
      frames: tenths(-20, w + 20).map((x): Lesson["view"]["frames"] => [
        { id, kind: "one-point", vanishingPoint: { fromLeftMm: x } },
      ]),
    });
  return fc
    .record({
      left: tenths(-300, w * 0.2),
      right: tenths(w * 0.8, w + 300),
      horizon: tenths(h * 0.2, h * 0.8),
      at: share(0.2, 0.8),
      off: share(1.05, 3),
    })
    .map(({ left, right, horizon, at, off }): Lesson["view"] => {
      const x = left + (right - left) * at;
      const least = Math.sqrt((x - left) * (right - x));
      const level = { leftVanishingPoint: { fromLeftMm: left }, rightVanishingPoint: { fromLeftMm: right } };
      return {
        horizonFromTopMm: horizon,
        viewingDistanceMm: null,
        frames: [
          kind === "two-point"
            ? { id, kind: "two-point", ...level, centreOfVision: { fromLeftMm: x } }
            : {
                id,
                kind: "three-point",
                ...level,
                heightVanishingPoint: {
                  fromLeftMm: x,
                  fromTopMm: horizon + (kind === "looking-up" ? -1 : 1) * least * off,
                },
              },
        ],
      };
    });
}

/** Options of a recipe drawn at random where it has some, laid over a thing that was put down. */
const OPTIONS: Partial<Record<RecipeName, fc.Arbitrary<Record<string, unknown>>>> = {
  box: fc.record({
    seeThrough: fc.boolean(),
    observed: fc.boolean(),
    back: fc.constantFrom("closed", "closed", "rays"),
  }),
  outline: fc.record({
    side: fc.constantFrom("front", "side"),
    seeThrough: fc.boolean(),
    back: fc.constantFrom("closed", "closed", "rays"),
  }),
  lettering: fc.record({
    text: fc.stringMatching(/^[A-Z0-9]{1,4}$/),
    gap: share(0.05, 0.5),
    tilesOnly: fc.boolean(),
    cornerStyle: fc.constantFrom("square", "round"),
    startFrom: fc.constantFrom("left", "right"),
    told: fc.constantFrom("whole", "letter-by-letter"),
    raysFrom: fc.constantFrom("corners", "tile-corners"),
    back: fc.constantFrom("closed", "closed", "rays"),
  }),
  floor: fc.record({
    columns: fc.integer({ min: 1, max: 8 }),
    rows: fc.integer({ min: 1, max: 8 }),
    spacing: fc.constantFrom("true", "by-eye"),
    chequered: fc.boolean(),
  }),
  road: fc.record({
    along: fc.constantFrom("depth", "width"),
    dashesFrom: share(0, 0.5),
    dashes: fc.integer({ min: 0, max: 6 }),
    joints: fc.integer({ min: 0, max: 5 }),
    crossing: fc.option(fc.constant({ from: 0.4, to: 0.6 }), { nil: null }),
  }),
  house: fc.record({
    side: fc.constantFrom("front", "side"),
    eaves: share(0.3, 0.9),
    observed: fc.boolean(),
  }),
  openings: fc.record({
    columns: fc.integer({ min: 1, max: 4 }),
    gap: share(0, 1),
    rows: fc.constantFrom(
      [{ from: 0, to: 0.6 }],
      [
        { from: 0.1, to: 0.4 },
        { from: 0.55, to: 1 },
      ],
    ),
    panes: fc.record({ across: fc.integer({ min: 1, max: 3 }), up: fc.integer({ min: 1, max: 3 }) }),
    door: fc.boolean(),
  }),
  row: fc.record({
    kind: fc.constantFrom("posts", "trees"),
    count: fc.integer({ min: 2, max: 7 }),
    spacing: fc.constantFrom("equal", "by-eye"),
    rails: fc.subarray([0.25, 0.5, 1]),
    sag: share(0, 0.3),
    order: fc.constantFrom("near-to-far", "near-to-far", "far-to-near"),
    thick: fc.constantFrom(0, 0, 6),
    bars: fc.constantFrom(null, { up: 0.9, half: 0.1 }),
    wires: fc.constantFrom("between", "on-and-on"),
  }),
  stairs: fc.record({ side: fc.constantFrom("front", "side"), steps: fc.integer({ min: 2, max: 7 }) }),
  seat: fc.record({
    side: fc.constantFrom("front", "side"),
    rounded: fc.boolean(),
    seatHeight: share(0.2, 0.8),
    seatDepth: share(0.2, 0.8),
  }),
  table: fc.record({ top: share(0.05, 0.3), leg: share(0.05, 0.3) }),
  shelf: fc.record({ boards: fc.integer({ min: 2, max: 5 }), wood: share(0.02, 0.1) }),
  archway: fc.record({
    side: fc.constantFrom("front", "side"),
    opening: share(0.2, 0.8),
    springing: share(0.1, 0.7),
    arch: fc.constantFrom("round", "low"),
  }),
  round: fc.record({
    shape: fc.constantFrom("circle", "arch"),
    foot: share(0, 0.2),
    springing: share(0.25, 0.5),
    construction: fc.constantFrom("eight-points", "by-eye"),
  }),
  tunnel: fc.record({
    arches: fc.integer({ min: 1, max: 6 }),
    springing: share(0.2, 0.8),
    order: fc.constantFrom("uprights-first", "arches-first", "arches-only"),
  }),
  rays: fc.record({
    centre: fc.boolean(),
    widths: fc.constantFrom("even", "narrowing"),
    drawnFrom: fc.constantFrom("edge", "point"),
    mirrored: fc.boolean(),
  }),
};

/** What things that need a host are put on. */
const HOSTS: Partial<Record<RecipeName, RecipeName>> = {
  openings: "box",
  round: "box",
  reflection: "box",
  shadow: "box",
  tone: "box",
  chimney: "house",
  facades: "rays",
};

/** A lesson with one thing of the recipe in a view of the kind, on a box where it needs one; sometimes with more boxes. */
export function lessonWith(recipe: RecipeName, kind: ViewKind): fc.Arbitrary<Lesson> {
  return anySheet
    .chain((sheet) => anyViewOf(kind, sheet).map((view) => ({ sheet, view })))
    .chain(({ sheet, view }) => {
      const blank: Lesson = { ...blankLesson("Osier Lock", sheet.unit), sheet, view };
      const [left, right] = kind === "one-point" ? [0, sheet.widthMm * 0.8] : between(view);
      const spot = fc.record({
        x: tenths(Math.max(0, left), Math.min(sheet.widthMm, right)),
        y: tenths(Math.min(sheet.heightMm - 6, view.horizonFromTopMm + 4), sheet.heightMm),
        w: tenths(10, 120),
        h: tenths(10, 120),
      });
      return fc
        .record({
          host: spot,
          spot,
          options: OPTIONS[recipe] ?? fc.constant({}),
          depthSetBy: fc.constantFrom("ground" as const, "free" as const),
          deep: fc.record({ width: share(0.05, 0.8), height: share(0.05, 0.6), depth: share(0.05, 0.8) }),
          erase: fc.constantFrom("each-object" as const, "at-end" as const, "never" as const),
          guides: fc.constantFrom("to-vp" as const, "part-way" as const),
        })
        .map(({ host, spot, options, depthSetBy, deep, erase, guides }) => {
          const planned = { ...blank, plan: { ...blank.plan, erase, guides } };
          const needs = recipe in HOSTS;
          const first = needs
            ? put(planned, HOSTS[recipe] ?? "box", host, null, {}, deep, depthSetBy)
            : planned;
          return put(
            first,
            recipe,
            spot,
            needs ? (first.objects[0]?.id ?? null) : null,
            options,
            deep,
            depthSetBy,
          );
        });
    });
}

function put(
  lesson: Lesson,
  recipe: RecipeName,
  at: { x: number; y: number; w: number; h: number },
  host: string | null,
  options: Record<string, unknown>,
  deep: { width: number; height: number; depth: number },
  depthSetBy: "ground" | "free",
): Lesson {
  const view = planView(lesson.view, lesson.sheet);
  const placed = putObject(
    lesson,
    view,
    recipe,
    { xMm: at.x, yMm: at.y },
    { xMm: at.x + at.w, yMm: at.y - at.h },
    host,
  );
  if (!placed) throw new Error(`${recipe} cannot be put down`);
  const changed = applyChanges(lesson, placed.changes);
  if (!changed.ok) throw new Error(changed.findings[0]?.message);
  const objects = changed.value.lesson.objects.map((o) => {
    if (o.id !== placed.id) return o;
    const frame = view.frames[0];
    const handles: Record<string, unknown> = { ...("handles" in o ? o.handles : {}) };
    for (const axis of ["width", "height", "depth"] as const)
      if (axis in handles && frame && !runsWithPaper(frame, axis)) handles[axis] = { fraction: deep[axis] };
    const own = "depthSetBy" in o && typeof o.depthSetBy === "string" ? { depthSetBy } : {};
    return { ...o, ...options, ...own, ...("handles" in o ? { handles } : {}) } as ObjectSlice;
  });
  return { ...changed.value.lesson, objects };
}

function between(view: Lesson["view"]): [number, number] {
  const frame = view.frames[0];
  if (frame?.kind !== "two-point" && frame?.kind !== "three-point") return [0, 0];
  return [frame.leftVanishingPoint.fromLeftMm + 20, frame.rightVanishingPoint.fromLeftMm - 20];
}
