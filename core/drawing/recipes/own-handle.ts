import {
  type Change,
  change,
  type Json,
  type Settable,
  smallestStepMm,
  type ValueAt,
  writtenAddress,
} from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { sayShare } from "../../ground/lexicon/index.ts";
import type { Built } from "../page/index.ts";
import {
  type Axis,
  add,
  cross,
  dot,
  findVanishingPoint,
  minus,
  paperToWorld,
  requireFrame,
  scaled,
  seenAt,
  type Vec3,
  type View,
} from "../view/index.ts";

import type { NumberPath } from "./option.ts";

/** How a handle may move on the sheet. */
export type HandleWay = "freely" | "across" | "up-and-down" | "along-guide";

/** A change to the thing itself: a field of it and its new value. */
export type OwnChange = Omit<Change, "id">;

/** Makes changes of fields of a kind of thing, each to a value of its own type. */
export function ownChanges<S>(): <const P extends string>(
  field: P,
  value: Settable<ValueAt<S, P>>,
) => OwnChange {
  return (field, value) => ownChange(field, value as Json);
}

function ownChange(field: string, value: Json): OwnChange {
  const { id: _, ...own } = change(writtenAddress("", field), value);
  return own;
}

/** Something a kind of thing can be taken hold of by beside its block, with what dragging it changes. */
export interface OwnHandle {
  /** Names it for good: "gap". */
  readonly part: string;
  /** What it is, before "of the …": "second one". */
  readonly called: string;
  /** Its measure as spoken, changing while it moves. */
  readonly reading: string;
  readonly way: HandleWay;
  readonly at: PaperPoint;
  readonly drag: (to: PaperPoint) => readonly OwnChange[];
}

/** Rounds a length to the smallest step of the sheet's ruler, in whole micrometres. */
export function snapMm(mm: number, view: View): number {
  const step = smallestStepMm(view.sheet);
  return Math.round(Math.round(mm / step) * step * 1000) / 1000;
}

/** The part of the way along a guide nearest a point, in two-hundredths between least and most; null where none runs. */
export function shareOfGuide(
  from: PaperPoint,
  axis: Axis,
  frameId: string,
  view: View,
  to: PaperPoint,
  [least, most]: readonly [least: number, most: number],
): number | null {
  const vp = findVanishingPoint(view, requireFrame(view, frameId), axis);
  if (!vp) return null;
  const [dx, dy] = [vp.xMm - from.xMm, vp.yMm - from.yMm];
  const size2 = dx * dx + dy * dy;
  if (size2 === 0) return null;
  const share = ((to.xMm - from.xMm) * dx + (to.yMm - from.yMm) * dy) / size2;
  return Math.round(Math.min(most, Math.max(least, share)) * 200) / 200;
}

/** A handle that slides over a face along one of its sides, in hundredths of it. */
export interface FaceHandle<S> {
  readonly part: string;
  readonly called: string;
  readonly across: number;
  readonly up: number;
  readonly slides: "across" | "up";
  readonly field: NumberPath<S>;
  readonly between: readonly [least: number, most: number];
}

/** Handles of what is drawn on a face; none where the face is not there. */
export function handlesOnFace<S>(
  { face }: Built,
  view: View,
  handles: readonly FaceHandle<S>[],
): OwnHandle[] {
  if (!face) return [];
  return handles.flatMap(({ part, called, across, up, slides, field, between }): OwnHandle[] => {
    const at = seenAt(view.camera, add(add(face.origin, face.across.side, across), face.up.side, up));
    if (!at) return [];
    const reading = `${sayShare(slides === "across" ? across : up)} ${slides === "across" ? "along the wall" : "up the wall"}`;
    const normal = cross(face.across.side, face.up.side);
    const drag = (to: PaperPoint) => {
      const off = offOnPlane(face.origin, normal, to, view);
      if (!off) return [];
      const along = face[slides].side;
      const [least, most] = between;
      const value = Math.min(most, Math.max(least, dot(off, along) / dot(along, along)));
      return [ownChange(field, Math.round(value * 100) / 100)];
    };
    return [{ part, called, reading, way: "along-guide", at, drag }];
  });
}

/** Where the line of sight through a paper point meets a plane, from the plane's origin; null where it does not. */
export function offOnPlane(origin: Vec3, normal: Vec3, to: PaperPoint, view: View): Vec3 | null {
  const ray = paperToWorld(view.camera, to, 1);
  const z = dot(normal, origin) / dot(normal, ray);
  return z > 0 && Number.isFinite(z) ? minus(scaled(ray, z), origin) : null;
}
