import { type Interval, overlap, stretchesBehind, type Trace } from "../../ground/geometry/index.ts";
import type { PlannedSolid } from "../program/index.ts";
import { apart, boxOf, type HidingFace, MIRROR_GROUP, type PaperBox } from "../solids/index.ts";

/** A solid that hides what is behind its showing faces, with the box on paper that holds them all. */
export interface Occluder {
  readonly solid: PlannedSolid;
  /** Place of its depth group from the front. */
  readonly groupRank: number;
  readonly faces: readonly HidingFace[];
  readonly box: PaperBox;
}

/** A solid as it hides with its faces; null for those that show none. */
export function findOccluder(
  faces: readonly HidingFace[],
  planned: PlannedSolid,
  groupRank: number,
): Occluder | null {
  if (faces.length === 0) return null;
  return { solid: planned, groupRank, faces, box: boxOf(faces.flatMap((f) => f.region[0] ?? [])) };
}

/** A stroke as it is asked what hides it. */
export interface StrokeInDepth {
  readonly trace: Trace;
  readonly box: PaperBox;
  /** Share at which the edge ends and the tail begins. */
  readonly cut: number;
  readonly objectId: string;
  readonly groupRank: number;
  /** Faces it is drawn on: they never hide it. */
  readonly on: readonly string[];
}

/** Nothing hidden: one list for all, since nearly every pair of stroke and solid ends here. */
const NOTHING: readonly Interval[] = [];

/** The stretches of a stroke that another object hides. Cheap questions come first: most pairs are far apart. */
export function hiddenBy(stroke: StrokeInDepth, occluder: Occluder): readonly Interval[] {
  if (apart(stroke.box, occluder.box) || occluder.solid.objectId === stroke.objectId) return NOTHING;
  const sameGroup = occluder.groupRank === stroke.groupRank;
  if (occluder.solid.depthGroup === MIRROR_GROUP && !sameGroup) return NOTHING;
  let hidden = NOTHING;
  for (const face of occluder.faces) {
    if (apart(stroke.box, face.box) || isDrawnOn(stroke, occluder, face)) continue;
    if (sameGroup) {
      hidden = joined(hidden, stretchesBehind(stroke.trace, face.region, face.plane));
      continue;
    }
    // The edge of a nearer group is not hidden; its guide's tail runs on past the groups behind it.
    const from = occluder.groupRank < stroke.groupRank ? 0 : stroke.cut;
    if (from >= 1) continue;
    for (const inside of stretchesBehind(stroke.trace, face.region, null)) {
      const part = overlap(inside, { from, to: 1 });
      if (part) hidden = joined(hidden, [part]);
    }
  }
  return hidden;
}

/** Both lists; where one is empty, the other itself. */
function joined(a: readonly Interval[], b: readonly Interval[]): readonly Interval[] {
  if (b.length === 0) return a;
  return a.length === 0 ? b : [...a, ...b];
}

/** The stretches of a stroke that nearer parts of its own solid hide. */
export function hiddenByOwn(stroke: StrokeInDepth, own: Occluder): readonly Interval[] {
  if (apart(stroke.box, own.box)) return NOTHING;
  return own.faces.flatMap((face) =>
    apart(stroke.box, face.box) || isDrawnOn(stroke, own, face)
      ? NOTHING
      : stretchesBehind(stroke.trace, face.region, face.plane),
  );
}

function isDrawnOn(stroke: StrokeInDepth, occluder: Occluder, face: HidingFace): boolean {
  return stroke.on.length > 0 && stroke.on.includes(`${occluder.solid.objectId}/${face.id}`);
}
