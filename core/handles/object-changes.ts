import { type Change, type Json, smallestStepMm } from "../base/index.ts";
import { distanceMm, type PaperPoint } from "../geometry/index.ts";
import type { Lesson } from "../lesson/index.ts";
import type { BoxSlice } from "../recipes/index.ts";
import { runsWithPaper, type View } from "../view/index.ts";
import { isBlockPlaced } from "./block-handles.ts";

/** A box put down by two corners of its front: on the ground when its foot is below the horizon, else floating. */
export function putBox(
  lesson: Lesson,
  view: View,
  from: PaperPoint,
  to: PaperPoint,
): { id: string; changes: Change[] } {
  const step = smallestStepMm(lesson.sheet);
  const snap = (mm: number) => Math.round(Math.round(mm / step) * step * 1000) / 1000;
  const least = Math.max(step, 5);
  const isClick = distanceMm(from, to) < least;
  const [w, h] = isClick
    ? [lesson.sheet.widthMm / 6, lesson.sheet.heightMm / 6]
    : [Math.abs(to.xMm - from.xMm), Math.abs(to.yMm - from.yMm)];
  const left = isClick ? from.xMm : Math.min(from.xMm, to.xMm);
  const foot = isClick ? from.yMm : Math.max(from.yMm, to.yMm);
  const id = freeId(lesson, "box");
  const n = Number(id.slice("box-".length));
  const frame = view.frames[0];
  const flat = frame ? runsWithPaper(frame, "width") : true;
  const object: BoxSlice = {
    id,
    label: `box ${n}`,
    recipe: "box",
    frame: frame?.id ?? "main",
    depthSetBy: foot > view.horizonMm + step ? "ground" : "free",
    seeThrough: false,
    handles: {
      fromLeftMm: snap(left),
      fromBottomMm: snap(lesson.sheet.heightMm - foot),
      width: flat ? { mm: Math.max(snap(w), snap(least)) } : { fraction: 0.3 },
      height: { mm: Math.max(snap(h), snap(least)) },
      depth: { fraction: 0.4 },
    },
  };
  return { id, changes: [{ id: `object/${id}`, field: "self", value: object as unknown as Json }] };
}

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
  const copy = { ...object, id, label, ...moved } as unknown as Json;
  return { id, changes: [{ id: `object/${id}`, field: "self", value: copy }] };
}

/** Moves an object one place earlier or later in the drawing order; null at the end of the list. */
export function moveInOrder(lesson: Lesson, objectId: string, by: -1 | 1): Change[] | null {
  const ids = lesson.objects.map((o) => o.id);
  const from = ids.indexOf(objectId);
  const to = from + by;
  if (from < 0 || to < 0 || to >= ids.length) return null;
  const next = ids.filter((id) => id !== objectId);
  next.splice(to, 0, objectId);
  return [{ id: "lesson", field: "drawingOrder", value: next }];
}

/** Brings an object's depth group before or behind its neighbour; null when it is there already. */
export function moveInDepth(frontToBack: readonly string[], group: string, by: -1 | 1): Change[] | null {
  const from = frontToBack.indexOf(group);
  const to = from + by;
  if (from < 0 || to < 0 || to >= frontToBack.length) return null;
  const next = frontToBack.filter((g) => g !== group);
  next.splice(to, 0, group);
  return [{ id: "lesson", field: "frontToBack", value: next }];
}

/** `stem-1`, or the first number that no object has yet. */
function freeId(lesson: Lesson, stem: string): string {
  const taken = new Set(lesson.objects.map((o) => o.id));
  for (let n = 1; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
