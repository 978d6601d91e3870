import type { Change } from "../../ground/base/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { setFrames } from "./change-of.ts";

/** Whether things are drawn to a frame's points. */
export function frameIsUsed(lesson: Lesson, frameId: string): boolean {
  return lesson.objects.some((o) => o.frame === frameId);
}

/** A further pair of points on the same horizon, for things turned against the others. Null when there are eight. */
export function addFrame(lesson: Lesson): Change[] | null {
  const { frames } = lesson.view;
  if (frames.length >= 8) return null;
  const taken = new Set(frames.map((f) => f.id));
  let n = 2;
  while (taken.has(`further-${n}`)) n++;
  const fromLeftMm = Math.round(lesson.sheet.widthMm * (n % 2 === 0 ? 0.8 : 0.2));
  return [setFrames([...frames, { id: `further-${n}`, kind: "turned", vanishingPoint: { fromLeftMm } }])];
}

/** Takes points away that nothing is drawn to; the first frame stays. Null when it cannot be. */
export function removeFrame(lesson: Lesson, frameId: string): Change[] | null {
  const { frames } = lesson.view;
  if (frames[0]?.id === frameId || frameIsUsed(lesson, frameId)) return null;
  return [setFrames(frames.filter((f) => f.id !== frameId))];
}
