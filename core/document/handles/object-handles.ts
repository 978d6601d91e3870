import type { Program, StandingThing } from "../../drawing/program/index.ts";
import { isBlockPlaced, type ObjectSlice, type OwnHandle, recipeOf } from "../../drawing/recipes/index.ts";
import type { View } from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { blockHandles, blockMeasures, dragBlockHandle } from "./block-handles.ts";
import type { Handle, Measure } from "./handle.ts";

/** Where an object can be taken hold of on the sheet. */
export function objectHandles(object: ObjectSlice, scene: Program["scene"], view: View): Handle[] {
  const standing = scene.get(object.id);
  // What is held where it is shows no handles.
  if (!standing || object.locked) return [];
  const { block } = standing.built;
  const own = ownHandles(object, standing, view).map(
    ({ part, called, reading, way, at }): Handle => ({
      id: `${object.id}/${part}`,
      called: `${called} of the ${object.label}`,
      reading,
      way,
      at,
    }),
  );
  return [...(isBlockPlaced(object) ? blockHandles(object, block, view) : []), ...own];
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
  const standing = scene.get(object.id);
  if (!standing) return [];
  const part = handleId.slice(handleId.lastIndexOf("/") + 1);
  const own = ownHandles(object, standing, view).find((h) => h.part === part);
  if (own) return own.drag(to).map((own) => ({ id: `object/${object.id}`, ...own }));
  return isBlockPlaced(object) ? dragBlockHandle(object, standing.built.block, part, to, view, exact) : [];
}

/** The numbers of an object that can be typed; with the scene, each with its place on the sheet. */
export function objectMeasures(
  object: ObjectSlice,
  view: View,
  scene: Program["scene"] | null = null,
): Measure[] {
  const block = scene?.get(object.id)?.built.block ?? null;
  return isBlockPlaced(object) ? blockMeasures(object, block, view) : [];
}

/** What its kind of thing can be taken hold of by beside foot and extents. */
function ownHandles(object: ObjectSlice, { built }: StandingThing, view: View): readonly OwnHandle[] {
  return recipeOf(object).handles?.(object, built, view) ?? [];
}
