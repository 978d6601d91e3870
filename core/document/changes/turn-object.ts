import { hostsOf, isBlockPlaced, type ObjectSlice } from "../../drawing/recipes/index.ts";
import { type Frame, planView, requireFrame, type View, type ViewSlice } from "../../drawing/view/index.ts";
import { type Change, smallestStepMm } from "../../ground/base/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { noThing, putThing, setFrames } from "./change-of.ts";
import { refitted } from "./view-changes.ts";

/** Turns away from the other things far enough to be seen, and never through straight ahead. */
const TURN_DEG = 25;
const MOST_FRAMES = 8;

/** Whether a thing runs to vanishing points of its own, and whether it can be turned at all. */
export function turningOf(lesson: Lesson, object: ObjectSlice): { turned: boolean; possible: boolean } {
  const { frames } = lesson.view;
  const turned = object.frame !== frames[0]?.id;
  const standsAlone = isBlockPlaced(object) && hostsOf(object).length === 0;
  return { turned, possible: standsAlone && (turned || frames.length < MOST_FRAMES) };
}

/**
 * Turns a thing on the ground against the others: vanishing points of its own on the same horizon, for the same eye. What
 * stands or is drawn on it turns along. Null when it leans on another thing, is turned already, or no frame is left.
 */
export function turnObject(lesson: Lesson, objectId: string): Change[] | null {
  const object = lesson.objects.find((o) => o.id === objectId);
  if (!object) return null;
  const { turned, possible } = turningOf(lesson, object);
  if (turned || !possible) return null;
  const before = planView(lesson.view, lesson.sheet);
  const id = freeFrameId(lesson, object.label);
  const vanishingPoint = { fromLeftMm: turnedPoint(before, requireFrame(before, object.frame), lesson) };
  const view: ViewSlice = {
    ...lesson.view,
    frames: [...lesson.view.frames, { id, kind: "turned", vanishingPoint }],
  };
  // The frame comes first: the objects are checked against it.
  return [setFrames(view.frames), ...moveToFrame(lesson, objectId, before, planView(view, lesson.sheet), id)];
}

/** Sets a turned thing square with the others again; its own vanishing points go when nothing else runs to them. */
export function squareObject(lesson: Lesson, objectId: string): Change[] | null {
  const object = lesson.objects.find((o) => o.id === objectId);
  const first = lesson.view.frames[0];
  if (!object || !first || !turningOf(lesson, object).turned) return null;
  const view = planView(lesson.view, lesson.sheet);
  const moved = moveToFrame(lesson, objectId, view, view, first.id);
  const gone = new Set([objectId, ...carriedBy(lesson, objectId)]);
  return [...moved, ...framesWithout(lesson, gone)];
}

/** Takes a thing away, and vanishing points that were only its own with it. */
export function takeAway(lesson: Lesson, objectId: string): Change[] {
  return [noThing(objectId), ...framesWithout(lesson, new Set([objectId]))];
}

function framesWithout(lesson: Lesson, gone: ReadonlySet<string>): Change[] {
  const used = new Set(lesson.objects.filter((o) => !gone.has(o.id)).map((o) => o.frame));
  const frames = lesson.view.frames.filter((f, i) => i === 0 || used.has(f.id));
  return frames.length === lesson.view.frames.length ? [] : [setFrames(frames)];
}

function moveToFrame(lesson: Lesson, objectId: string, before: View, after: View, id: string): Change[] {
  const carried = new Set([objectId, ...carriedBy(lesson, objectId)]);
  return lesson.objects
    .filter((o) => carried.has(o.id))
    .map((o) => putThing(refitted(o, before, after, requireFrame(after, id))));
}

/** What stands or is drawn on a thing, and what on that. */
export function carriedBy(lesson: Lesson, objectId: string): Set<string> {
  const carried = new Set<string>();
  const carry = (host: string) => {
    for (const o of lesson.objects) {
      if (o.id === objectId || carried.has(o.id) || !hostsOf(o).includes(host)) continue;
      carried.add(o.id);
      carry(o.id);
    }
  };
  carry(objectId);
  return carried;
}

/** Where the depth of a thing vanishes that is turned by a quarter or so of a right angle against a frame. */
function turnedPoint({ camera, horizonMm }: View, frame: Frame, lesson: Lesson): number {
  const toHorizon = Math.hypot(camera.distanceMm, horizonMm - camera.principal.yMm);
  const [x, y, z] = frame.axes.depth;
  // Measured in the level plane, where the horizon stands straight ahead of the eye.
  const ahead = (y * (horizonMm - camera.principal.yMm) + z * camera.distanceMm) / toHorizon;
  const now = (Math.atan2(x, ahead) * 180) / Math.PI;
  const deg = now > -35 ? now - TURN_DEG : now + TURN_DEG - 5;
  const step = smallestStepMm(lesson.sheet);
  const mm = camera.principal.xMm + toHorizon * Math.tan((deg * Math.PI) / 180);
  return Math.round(Math.round(mm / step) * step * 1000) / 1000;
}

function freeFrameId(lesson: Lesson, label: string): string {
  const words = label
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");
  const stem = `the-${words || "turned-thing"}`;
  const taken = new Set(lesson.view.frames.map((f) => f.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!taken.has(id)) return id;
  }
}
