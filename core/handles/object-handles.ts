import type { Change } from "../base/index.ts";
import type { PaperPoint } from "../geometry/index.ts";
import type { ObjectSlice, Program } from "../recipes/index.ts";
import type { View } from "../view/index.ts";
import { blockHandles, blockMeasures, dragBlockHandle, isBlockPlaced } from "./block-handles.ts";
import type { Handle, Measure } from "./handle.ts";

/** Where an object can be taken hold of on the sheet. */
export function objectHandles(object: ObjectSlice, scene: Program["scene"], view: View): Handle[] {
  const block = scene.get(object.id)?.built.block;
  return block && isBlockPlaced(object) ? blockHandles(object, block, view) : [];
}

/** The change that dragging one of an object's handles to a paper point makes. */
export function dragObjectHandle(
  object: ObjectSlice,
  scene: Program["scene"],
  handleId: string,
  to: PaperPoint,
  view: View,
): Change[] {
  const block = scene.get(object.id)?.built.block;
  const part = handleId.slice(handleId.lastIndexOf("/") + 1);
  return block && isBlockPlaced(object) ? dragBlockHandle(object, block, part, to, view) : [];
}

/** The numbers of an object that can be typed. */
export function objectMeasures(object: ObjectSlice, view: View): Measure[] {
  return isBlockPlaced(object) ? blockMeasures(object, view) : [];
}
