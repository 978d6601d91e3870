import type { StandingThing } from "../../drawing/program/index.ts";
import {
  type DepthSetBy,
  type FaceCell,
  needsHost,
  type ObjectSlice,
  type PutBy,
  type PutSpot,
  quartersOf,
  RECIPE_NAMES,
  type RecipeName,
  recipeNamed,
  recipeOf,
} from "../../drawing/recipes/index.ts";
import { dot, type Frame, runsWithPaper, type View } from "../../drawing/view/index.ts";
import { type Change, smallestStepMm } from "../../ground/base/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { PLAN_DEFAULTS } from "../../ground/plan/index.ts";
import { faceUnder, sharesOnFace } from "../handles/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { putThing } from "./change-of.ts";

/** A new thing and the changes that put it on the sheet. */
export interface Put {
  readonly id: string;
  readonly changes: readonly Change[];
}

/** What can be chosen to be put down: a construction, or one that is met under another name as well ("door"). */
export type Construction = string;

/** A construction as it is chosen. */
export interface Choosable {
  readonly name: Construction;
  readonly recipe: RecipeName;
  /** What it is called where it is chosen. */
  readonly menu: string;
  /** What a new one is called. */
  readonly label: string;
  readonly by: PutBy;
  readonly needsHost: boolean;
  /** What is said otherwise than of a usual one. */
  readonly over: Readonly<Record<string, unknown>>;
}

/** Everything that can be put down, in teaching order. */
export const CHOOSABLE: readonly Choosable[] = RECIPE_NAMES.flatMap((recipe): Choosable[] => {
  const { putDown } = recipeNamed(recipe);
  const same = { recipe, by: putDown.by, needsHost: needsHost(putDown) };
  return [
    { ...same, name: recipe, menu: putDown.menu, label: putDown.label, over: {} },
    ...Object.entries(putDown.variants ?? {}).map(([name, variant]) => ({ ...same, name, ...variant })),
  ];
});
const BY_NAME = new Map(CHOOSABLE.map((c) => [c.name, c]));

/** A construction by the name it is chosen under, or null when there is none. */
export function findChoosable(name: Construction): Choosable | null {
  return BY_NAME.get(name) ?? null;
}

/**
 * A thing put down by two corners of its front. Where its foot is put decides what sets its depth: the lid of a thing, the
 * wall of a room, the ground below the horizon, else it floats. A press without a drag gives a usual size. What is drawn on
 * another thing goes on the one under the pointer, or on `hostId`; null when it has none to go on.
 */
export function putObject(
  lesson: Lesson,
  view: View,
  construction: Construction,
  from: PaperPoint,
  to: PaperPoint,
  chosenId: string | null = null,
  scene: ReadonlyMap<string, StandingThing> = new Map(),
): Put | null {
  const chosen = findChoosable(construction);
  if (!chosen) return null;
  const { putDown } = recipeNamed(chosen.recipe);
  const middle = { xMm: (from.xMm + to.xMm) / 2, yMm: (from.yMm + to.yMm) / 2 };
  const under = chosen.needsHost ? faceUnder(lesson.objects, scene, view, middle) : null;
  const hostId = under?.objectId ?? chosenId;
  if (chosen.needsHost && hostId === null) return null;
  // What goes on another thing runs to that thing's vanishing points.
  const host = lesson.objects.find((o) => o.id === hostId);
  const frame = view.frames.find((f) => chosen.needsHost && f.id === host?.frame) ?? view.frames[0];
  if (!frame) return null;
  const id = freeId(lesson, construction);
  const n = Number(id.slice(id.lastIndexOf("-") + 1));
  const label = n === 1 && putDown.oneOfAKind ? chosen.label : `${chosen.label} ${n}`;
  const on = { object: hostId ?? "", face: (host && recipeOf(host).hosts?.mainFace) ?? "front" };
  const spot = spotOf(lesson, view, frame, from, to, scene, on);
  // On a side of a room seen straight ahead it stands as on a floor: the sheet is turned to it.
  const quarters =
    spot.depthSetBy === "ground" || spot.depthSetBy === "free" ? null : turnsTo(spot, view, frame);
  const shares = (at: PaperPoint) => (under ? sharesOnFace(under, frame.id, view, at) : null);
  const [a, b] = isPress(lesson, from, to) ? [null, null] : [shares(from), shares(to)];
  const onFace =
    under && putDown.onFace
      ? {
          on: { object: under.objectId, face: under.face.id },
          ...(a && b ? putDown.onFace(cellOf(a, b)) : {}),
        }
      : {};
  const object = {
    id,
    label,
    frame: frame.id,
    recipe: chosen.recipe,
    ...putDown.usual(quarters === null ? spot : onItsSide(spot, quarters)),
    ...chosen.over,
    ...onFace,
    ...(quarters === null ? {} : { turned: quarters }),
  } as ObjectSlice;
  return { id, changes: [putThing(object)] };
}

function turnsTo({ depthSetBy }: PutSpot, view: View, frame: Frame): 1 | 2 | 3 | null {
  return typeof depthSetBy === "object" ? quartersOf(view, frame.id, depthSetBy.face) : null;
}

/** The spot as it lies on the sheet turned to the side it stands on: what was its left is now above, right or below. */
function onItsSide(spot: PutSpot, quarters: 1 | 2 | 3): PutSpot {
  const { fromLeftMm, fromBottomMm, wideMm, highMm } = spot;
  const [right, top] = [fromLeftMm + wideMm, fromBottomMm + highMm];
  const [left, bottom] = {
    1: [right, fromBottomMm] as const,
    2: [right, top] as const,
    3: [fromLeftMm, top] as const,
  }[quarters];
  const lying = quarters !== 2;
  return {
    ...spot,
    fromLeftMm: left,
    fromBottomMm: bottom,
    wideMm: lying ? highMm : wideMm,
    highMm: lying ? wideMm : highMm,
    extent: (axis, part) => {
      const extent = spot.extent(axis, part);
      if (!("mm" in extent) || !lying) return extent;
      return { mm: axis === "height" ? wideMm : highMm };
    },
  };
}

/** The stretch of a face that a drag marks, in hundredths: as wide and high as it was drawn. */
function cellOf(a: { across: number; up: number }, b: { across: number; up: number }): FaceCell {
  const part = (p: number, q: number) => {
    const low = Math.min(0.95, Math.round(Math.min(p, q) * 100) / 100);
    return { from: low, to: Math.min(1, Math.max(low + 0.05, Math.round(Math.max(p, q) * 100) / 100)) };
  };
  return { across: part(a.across, b.across), up: part(a.up, b.up) };
}

/** A press that hardly moved asks for the usual size. */
function isPress(lesson: Lesson, from: PaperPoint, to: PaperPoint): boolean {
  return distanceMm(from, to) < Math.max(smallestStepMm(lesson.sheet), 5);
}

/** What a foot put down there leans on. */
function standOf(
  lesson: Lesson,
  view: View,
  foot: PaperPoint,
  scene: ReadonlyMap<string, StandingThing>,
): DepthSetBy {
  const under = faceUnder(lesson.objects, scene, view, foot);
  const upright = view.frames[0]?.axes.height;
  if (under && upright) {
    const on = { object: under.objectId, face: under.face.id };
    if (dot(under.face.normal, upright) > 0.99 && under.face.id !== "floor") return on;
    const host = lesson.objects.find((o) => o.id === under.objectId);
    if (host && recipeOf(host).hosts?.carries(under.face.id)) return on;
  }
  return foot.yMm > view.horizonMm + smallestStepMm(lesson.sheet) ? "ground" : "free";
}

/** What a front leans on: its foot, or, where that stands on nothing, the side of a room that one of its other sides touches. */
function standOfFront(
  lesson: Lesson,
  view: View,
  front: { left: number; foot: number; wide: number; high: number },
  scene: ReadonlyMap<string, StandingThing>,
): DepthSetBy {
  const { left, foot, wide, high } = front;
  const stands = standOf(lesson, view, { xMm: left, yMm: foot }, scene);
  if (stands !== "free") return stands;
  const others = [
    { at: { xMm: left, yMm: foot - high }, side: "left-wall" },
    { at: { xMm: left + wide, yMm: foot }, side: "right-wall" },
    { at: { xMm: left + wide, yMm: foot - high }, side: "ceiling" },
  ];
  for (const { at, side } of others) {
    const on = standOf(lesson, view, at, scene);
    if (typeof on === "object" && on.face === side) return on;
  }
  return stands;
}

function spotOf(
  lesson: Lesson,
  view: View,
  frame: Frame,
  from: PaperPoint,
  to: PaperPoint,
  scene: ReadonlyMap<string, StandingThing>,
  host: PutSpot["host"],
): PutSpot {
  const step = smallestStepMm(lesson.sheet);
  const snap = (mm: number) => Math.round(Math.round(mm / step) * step * 1000) / 1000;
  const least = Math.max(step, 5);
  const isClick = isPress(lesson, from, to);
  const [w, h] = isClick
    ? [lesson.sheet.widthMm / 6, lesson.sheet.heightMm / 6]
    : [Math.abs(to.xMm - from.xMm), Math.abs(to.yMm - from.yMm)];
  const left = isClick ? from.xMm : Math.min(from.xMm, to.xMm);
  const foot = isClick ? from.yMm : Math.max(from.yMm, to.yMm);
  const wideMm = Math.max(snap(w), snap(least));
  const highMm = Math.max(snap(h), snap(least));
  return {
    fromLeftMm: snap(left),
    fromBottomMm: snap(lesson.sheet.heightMm - foot),
    wideMm,
    highMm,
    depthSetBy: standOfFront(
      lesson,
      view,
      { left, foot, wide: isClick ? 0 : w, high: isClick ? 0 : h },
      scene,
    ),
    extent: (axis, part) =>
      runsWithPaper(frame, axis)
        ? { mm: axis === "height" ? highMm : wideMm }
        : { fraction: part ?? (axis === "width" ? 0.3 : axis === "height" ? 0.25 : 0.4) },
    sheet: lesson.sheet,
    view: lesson.view,
    hand: lesson.plan.hand ?? PLAN_DEFAULTS.hand,
    host,
  };
}

/** `stem-1`, or the first number that no object has yet. */
export function freeId(lesson: Lesson, stem: string): string {
  const taken = new Set(lesson.objects.map((o) => o.id));
  for (let n = 1; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
