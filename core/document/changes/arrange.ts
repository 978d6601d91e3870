import {
  type Extent,
  footOf,
  isBlockPlaced,
  type ObjectSlice,
  setObject,
} from "../../drawing/recipes/index.ts";
import { findVanishingPoint, requireFrame, runsWithPaper, type View } from "../../drawing/view/index.ts";
import { type Change, smallestStepMm } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { putThing } from "./change-of.ts";
import type { Put } from "./put-object.ts";
import { freeId } from "./put-object.ts";
import { carriedBy } from "./turn-object.ts";

const round = (mm: number) => Math.round(mm * 1000) / 1000;

/** Moves things, and what stands on them, by whole smallest steps to the right and up. What is held stays. */
export function nudge(lesson: Lesson, ids: readonly string[], right: number, up: number): Change[] {
  const step = smallestStepMm(lesson.sheet);
  const moving = new Set(ids.flatMap((id) => [id, ...carriedBy(lesson, id)]));
  return lesson.objects.flatMap((object): Change[] => {
    if (!moving.has(object.id) || object.locked || !isBlockPlaced(object)) return [];
    const { fromLeftMm, fromBottomMm } = object.handles;
    return [
      ...(right === 0 ? [] : [setObject(object.id, "handles.fromLeftMm", round(fromLeftMm + right * step))]),
      ...(up === 0 ? [] : [setObject(object.id, "handles.fromBottomMm", round(fromBottomMm + up * step))]),
    ];
  });
}

/** Whether a thing can be mirrored: it needs a foot, and level edges that vanish in the view's own points. */
export function canMirror(object: ObjectSlice, view: View): boolean {
  return isBlockPlaced(object) && requireFrame(view, object.frame).axes.height[2] === 0;
}

/**
 * A copy of a thing on the other side of the upright through the centre of vision, as aisles and tunnels pair things.
 * In two points what ran to the left point runs to the right one. Null when it cannot be mirrored.
 */
export function mirrorCopy(lesson: Lesson, view: View, objectId: string): Put | null {
  const object = lesson.objects.find((o) => o.id === objectId);
  if (!object || !isBlockPlaced(object) || !canMirror(object, view)) return null;
  const id = freeId(lesson, objectId.replace(/-\d+$/, ""));
  const frame = requireFrame(view, object.frame);
  const axis = view.camera.principal.xMm;
  const flat = runsWithPaper(frame, "width");
  const handles: Record<string, unknown> = { ...object.handles };
  if (flat) {
    const width = (handles.width as Extent | undefined) ?? null;
    const wide = width && "mm" in width ? width.mm : 0;
    handles.fromLeftMm = round(2 * axis - object.handles.fromLeftMm - wide);
  } else {
    handles.fromLeftMm = round(2 * axis - object.handles.fromLeftMm);
    const { width, depth } = handles;
    if (depth !== undefined) handles.width = depth;
    if (width !== undefined) handles.depth = width;
  }
  const crossed: Record<string, unknown> = {};
  if (!flat && "side" in object) crossed.side = object.side === "front" ? "side" : "front";
  if (!flat && "along" in object) crossed.along = object.along === "width" ? "depth" : "width";
  const label = `${object.label.replace(/ \d+$/, "")} ${id.slice(id.lastIndexOf("-") + 1)}`;
  const copy = { ...object, ...crossed, id, label, handles } as ObjectSlice;
  return { id, changes: [putThing(copy)] };
}

/**
 * Stands things in one row with the first: their feet go straight up or down onto the line its foot runs along, to the
 * nearer of its vanishing points, or level. What is held stays.
 */
export function standInRow(lesson: Lesson, view: View, ids: readonly string[]): Change[] {
  const things = ids.flatMap((id) => lesson.objects.filter((o) => o.id === id)).filter(isBlockPlaced);
  const [first, ...rest] = things;
  if (!first) return [];
  const foot = footOf(first, view.sheet.heightMm);
  return rest.flatMap((object): Change[] => {
    if (object.locked) return [];
    const at = footOf(object, view.sheet.heightMm);
    const frame = requireFrame(view, first.frame);
    const points = (["width", "depth"] as const).flatMap((axis) => {
      const vp = runsWithPaper(frame, axis) ? null : findVanishingPoint(view, frame, axis);
      // A row along the view's depth shares a guide; in one point a row also stands level with the first.
      return vp && Math.sign(vp.xMm - foot.xMm) === Math.sign(at.xMm - foot.xMm) ? [vp] : [];
    });
    const level = runsWithPaper(frame, "width");
    const vp = points.sort((a, b) => distanceMm(a, at) - distanceMm(b, at))[0];
    const y =
      level || !vp || Math.abs(vp.xMm - foot.xMm) < 1
        ? foot.yMm
        : foot.yMm + ((vp.yMm - foot.yMm) * (at.xMm - foot.xMm)) / (vp.xMm - foot.xMm);
    const fromBottomMm = round(view.sheet.heightMm - y);
    return [
      setObject(object.id, "handles.fromBottomMm", fromBottomMm),
      ...("depthSetBy" in object && "depthSetBy" in first
        ? [setObject(object.id, "depthSetBy", first.depthSetBy)]
        : []),
    ];
  });
}

/** Sets one of the two marks a thing can carry: not drawn, or held where it is. */
export function setMark(ids: readonly string[], field: "hidden" | "locked", on: boolean): Change[] {
  return ids.map((id) => setObject(id, field, on ? true : null));
}
