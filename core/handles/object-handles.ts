import type { Change } from "../base/index.ts";
import type { PaperPoint } from "../geometry/index.ts";
import type { ObjectSlice, Program } from "../recipes/index.ts";
import type { View } from "../view/index.ts";
import { blockHandles, blockMeasures, dragBlockHandle, isBlockPlaced } from "./block-handles.ts";
import type { Handle, Measure } from "./handle.ts";
import { dragSpecialHandle, specialHandles } from "./special-handles.ts";

/** Where an object can be taken hold of on the sheet. */
export function objectHandles(object: ObjectSlice, scene: Program["scene"], view: View): Handle[] {
  const placed = scene.get(object.id);
  // What is held where it is shows no handles.
  if (!placed || object.locked) return [];
  const { block } = placed.built;
  const own = isBlockPlaced(object) ? blockHandles(object, block, view) : [];
  return [...own, ...specialHandles(object, placed, view)];
}

/** The change that dragging one of an object's handles to a paper point makes; `exact` where it rests on another thing. */
export function dragObjectHandle(
  object: ObjectSlice,
  scene: Program["scene"],
  handleId: string,
  to: PaperPoint,
  view: View,
  exact = false,
): Change[] {
  const placed = scene.get(object.id);
  if (!placed) return [];
  const special = dragSpecialHandle(object, placed, handleId, to, view);
  if (special) return special;
  const part = handleId.slice(handleId.lastIndexOf("/") + 1);
  return isBlockPlaced(object) ? dragBlockHandle(object, placed.built.block, part, to, view, exact) : [];
}

/** The numbers of an object that can be typed. */
export function objectMeasures(object: ObjectSlice, view: View): Measure[] {
  return isBlockPlaced(object) ? blockMeasures(object, view) : [];
}
