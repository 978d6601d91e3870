import { isBlockPlaced, type ObjectSlice } from "../../drawing/recipes/index.ts";
import { type Change, smallestStepMm } from "../../ground/base/index.ts";
import { type Lesson, setLesson } from "../lesson/index.ts";
import { putThing, setDrawingOrder } from "./change-of.ts";
import { freeId } from "./put-object.ts";

/** A copy of an object, a little to the right and up, drawn last. */
export function duplicateObject(lesson: Lesson, objectId: string): { id: string; changes: Change[] } | null {
  const object = lesson.objects.find((o) => o.id === objectId);
  if (!object) return null;
  const id = freeId(lesson, objectId.replace(/-\d+$/, ""));
  const shift = smallestStepMm(lesson.sheet) * 4;
  const moved = isBlockPlaced(object)
    ? {
        handles: {
          ...object.handles,
          fromLeftMm: object.handles.fromLeftMm + shift,
          fromBottomMm: object.handles.fromBottomMm + shift,
        },
      }
    : {};
  const label = `${object.label.replace(/ \d+$/, "")} ${id.slice(id.lastIndexOf("-") + 1)}`;
  const copy = { ...object, id, label, ...moved } as ObjectSlice;
  return { id, changes: [putThing(copy)] };
}

/** Moves an object one place earlier or later in the drawing order; null at the end of the list. */
export function moveInOrder(lesson: Lesson, objectId: string, by: -1 | 1): Change[] | null {
  return moveToPlace(lesson, objectId, lesson.objects.findIndex((o) => o.id === objectId) + by);
}

/** Draws an object at another place in the order; null where there is no such object or place, or it stands there. */
export function moveToPlace(lesson: Lesson, objectId: string, to: number): Change[] | null {
  const ids = lesson.objects.map((o) => o.id);
  const from = ids.indexOf(objectId);
  if (from < 0 || to < 0 || to >= ids.length || to === from) return null;
  const next = ids.filter((id) => id !== objectId);
  next.splice(to, 0, objectId);
  return [setDrawingOrder(next)];
}

/** Brings an object's depth group before or behind its neighbour; null when it is there already. */
export function moveInDepth(frontToBack: readonly string[], group: string, by: -1 | 1): Change[] | null {
  const from = frontToBack.indexOf(group);
  const to = from + by;
  if (from < 0 || to < 0 || to >= frontToBack.length) return null;
  const next = frontToBack.filter((g) => g !== group);
  next.splice(to, 0, group);
  return [setLesson("frontToBack", next)];
}
