import type { PaperPoint } from "../../ground/geometry/index.ts";
import { AXES, type Axis } from "../view/index.ts";
import type { Extent } from "./placement.ts";
import { type ObjectSlice, recipeOf } from "./recipes.ts";

/** An object that is placed by its foot and the extents of its block. */
export type BlockPlaced = Extract<ObjectSlice, { handles: { fromLeftMm: number; fromBottomMm: number } }>;

/** Whether an object has a foot to hold it by. */
export function isBlockPlaced(object: ObjectSlice): object is BlockPlaced {
  return "handles" in object && "fromLeftMm" in object.handles && "fromBottomMm" in object.handles;
}

/** Where the foot of a thing stands on a sheet so high. */
export function footOf(object: BlockPlaced, sheetHeightMm: number): PaperPoint {
  return { xMm: object.handles.fromLeftMm, yMm: sheetHeightMm - object.handles.fromBottomMm };
}

/** How far it reaches along an axis, where it is placed by that. */
export function extentOf(object: BlockPlaced, axis: Axis): Extent | null {
  return (object.handles as Partial<Record<Axis, Extent>>)[axis] ?? null;
}

/** How far it reaches along an axis where the educator says so: not where what it leans on does, or nothing closes it. */
export function ownExtentOf(object: BlockPlaced, axis: Axis): Extent | null {
  return recipeOf(object).settled?.(object).includes(axis) ? null : extentOf(object, axis);
}

/** The fields of an object's handles that are extents, with the axis each runs along. */
export function extentFieldsOf(object: ObjectSlice): readonly (readonly [axis: Axis, field: string])[] {
  if (!("handles" in object)) return [];
  const named = recipeOf(object).extentFields?.(object) ?? Object.fromEntries(AXES.map((a) => [a, a]));
  return AXES.flatMap((axis) => {
    const field = named[axis];
    return field !== undefined && field in object.handles ? [[axis, field] as const] : [];
  });
}
