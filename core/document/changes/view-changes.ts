import {
  type Extent,
  extentFieldsOf,
  footOf,
  isBlockPlaced,
  type ObjectSlice,
} from "../../drawing/recipes/index.ts";
import {
  type Axis,
  type Frame,
  findVanishingPoint,
  planView,
  requireFrame,
  runsWithPaper,
  type View,
  type ViewSlice,
} from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";

/** The kinds of view a lesson can be drawn in, with what a teacher calls them. */
export const VIEW_KINDS = [
  { kind: "one-point", label: "One vanishing point" },
  { kind: "two-point", label: "Two vanishing points" },
  { kind: "looking-up", label: "Three, looking up" },
  { kind: "looking-down", label: "Three, looking down" },
] as const;
export type ViewKind = (typeof VIEW_KINDS)[number]["kind"];

/** The kind of view a lesson has now. */
export function viewKindOf({ view }: Lesson): ViewKind {
  const first = view.frames[0];
  if (first?.kind === "two-point") return "two-point";
  if (first?.kind !== "three-point") return "one-point";
  return first.heightVanishingPoint.fromTopMm < view.horizonFromTopMm ? "looking-up" : "looking-down";
}

/**
 * Draws the lesson in another kind of view: vanishing points at usual places, and every extent given the way its axis now
 * runs, about as long on paper as before. Frames beside the first go; what was turned in them takes the first.
 */
export function changeViewKind(lesson: Lesson, kind: ViewKind): Change[] {
  if (viewKindOf(lesson) === kind) return [];
  const view: ViewSlice = { ...lesson.view, frames: [usualFrame(lesson, kind)] };
  const [before, after] = [planView(lesson.view, lesson.sheet), planView(view, lesson.sheet)];
  const changes: Change[] = [];
  for (const object of lesson.objects) {
    const next = refitted(object, before, after, after.frames[0]);
    if (next !== object) changes.push(putThing(next));
  }
  // The frames change first: the objects are checked against them.
  return [setFrames(view.frames), ...changes];
}

function usualFrame(lesson: Lesson, kind: ViewKind): ViewSlice["frames"][number] {
  const { widthMm: w, heightMm: h } = lesson.sheet;
  const id = lesson.view.frames[0]?.id ?? "main";
  const round = (mm: number) => Math.round(mm);
  if (kind === "one-point") return { id, kind, vanishingPoint: { fromLeftMm: round(w / 2) } };
  const left = round(-w * 0.2);
  const right = round(w * 1.2);
  const level = { leftVanishingPoint: { fromLeftMm: left }, rightVanishingPoint: { fromLeftMm: right } };
  if (kind === "two-point") return { id, kind, ...level };
  const x = round(w / 2);
  // Far enough off the horizon for an eye that sees the three at right angles, and not so near that uprights lean wildly.
  const drop = round(Math.max(Math.sqrt((x - left) * (right - x)) * 1.3, h * 1.6));
  const y = lesson.view.horizonFromTopMm + (kind === "looking-up" ? -drop : drop);
  return { id, kind: "three-point", ...level, heightVanishingPoint: { fromLeftMm: x, fromTopMm: y } };
}

/** The object in another frame, its extents about as long on paper as before. */
export function refitted(
  object: ObjectSlice,
  before: View,
  after: View,
  main: Frame | undefined,
): ObjectSlice {
  if (!main || !("handles" in object))
    return main && object.frame !== main.id ? { ...object, frame: main.id } : object;
  const old =
    before.frames.find((f) => f.id === object.frame) ?? requireFrame(before, before.frames[0]?.id ?? "");
  const handles: Record<string, unknown> = { ...object.handles };
  for (const [axis, field] of extentFieldsOf(object))
    handles[field] = refit(
      handles[field] as Extent,
      axis,
      standsAt(object, before),
      { view: before, frame: old },
      { view: after, frame: main },
    );
  return { ...object, frame: main.id, handles } as ObjectSlice;
}

function standsAt(object: ObjectSlice, view: View) {
  return isBlockPlaced(object)
    ? footOf(object, view.sheet.heightMm)
    : { xMm: view.sheet.widthMm / 2, yMm: view.sheet.heightMm };
}

/** The same length on paper, said the way the axis now runs. */
function refit(
  extent: Extent,
  axis: Axis,
  foot: { xMm: number; yMm: number },
  was: { view: View; frame: Frame },
  is: { view: View; frame: Frame },
): Extent {
  const reach = ({ view, frame }: { view: View; frame: Frame }) => {
    const vp = findVanishingPoint(view, frame, axis);
    return vp ? distanceMm(foot, vp) : null;
  };
  const [from, to] = [reach(was), reach(is)];
  const mm = "mm" in extent ? extent.mm : extent.fraction * (from ?? 100);
  if (runsWithPaper(is.frame, axis)) return { mm: Math.max(1, Math.round(mm)) };
  return { fraction: Math.round(Math.min(0.9, Math.max(0.02, mm / Math.max(1, to ?? 100))) * 200) / 200 };
}

import { putThing, setFrames } from "./change-of.ts";
