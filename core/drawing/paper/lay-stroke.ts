import {
  distanceMm,
  findPaperPoint,
  type PaperPoint,
  type Trace,
  traceLengthMm,
} from "../../ground/geometry/index.ts";
import type { StrokePlan } from "../drafter/index.ts";
import { arcTrace } from "../solids/index.ts";
import { type Camera, type SpacePoint, seenAt, worldToPaper } from "../view/index.ts";

/** A stroke as it lies on paper, before anything hides or cuts it. */
export interface Laid {
  readonly trace: Trace;
  /** Share of the stroke at which the edge ends and the tail begins; 1 without a tail, 0 for mere help. */
  readonly cut: number;
  /** Drawn on the paper itself: nothing in space hides it. */
  readonly flat: boolean;
}

/** Nothing nearer than this share of the viewing distance is drawn: it would lie at the tip of the nose. */
const NEAREST_SHARE = 1e-3;

/** Lays a planned stroke on the paper, cut to what lies in front of the eye; null when nothing does. */
export function layStroke(plan: Exclude<StrokePlan, { plane: "fill" }>, camera: Camera): Laid | null {
  switch (plan.plane) {
    case "dot":
      return flat(straight(plan.at, plan.at, 0, 0));
    case "paper":
      return flat(straight(plan.from, plan.to, 0, 0));
    case "paper-path":
      return flat({ kind: "path", points: plan.points.map((at) => ({ at, q: 0 })) });
    case "space":
      return laySpaceLine(plan, camera);
    case "space-arc":
      return layArc(plan, camera);
    case "space-path": {
      const points = plan.points.flatMap((p) => {
        const at = p[2] > NEAREST_SHARE * camera.distanceMm ? findPaperPoint(worldToPaper(camera, p)) : null;
        return at ? [{ at, q: 1 / p[2] }] : [];
      });
      return points.length < 2 ? null : { trace: { kind: "path", points }, cut: 1, flat: false };
    }
  }
}

function flat(trace: Trace): Laid {
  return { trace, cut: 1, flat: true };
}

function straight(from: PaperPoint, to: PaperPoint, qFrom: number, qTo: number): Trace {
  return { kind: "straight", from, to, qFrom, qTo };
}

function laySpaceLine(plan: Extract<StrokePlan, { plane: "space" }>, camera: Camera): Laid | null {
  const kept = clipToFront(plan.from, plan.tailTo ?? plan.to, NEAREST_SHARE * camera.distanceMm);
  if (!kept) return null;
  const [a, b] = [seenAt(camera, kept[0]), seenAt(camera, kept[1])];
  const end = seenAt(camera, plan.to);
  if (!a || !b) return null;
  const length = distanceMm(a, b);
  const cut = plan.light
    ? 0
    : plan.tailTo && end && length > 0
      ? Math.min(1, distanceMm(a, end) / length)
      : 1;
  return { trace: straight(a, b, kept[0][3] / kept[0][2], kept[1][3] / kept[1][2]), cut, flat: false };
}

function layArc(plan: Extract<StrokePlan, { plane: "space-arc" }>, camera: Camera): Laid | null {
  const trace = arcTrace(camera, plan.arc);
  // An arc is drawn whole or not at all: its depth is a + b·cos t + c·sin t, least at one end or its lowest point.
  const least = trace.centre[2] - Math.hypot(trace.across[2], trace.up[2]);
  if (!(least > NEAREST_SHARE * camera.distanceMm) || traceLengthMm(trace) === 0) return null;
  return { trace, cut: plan.light ? 0 : 1, flat: false };
}

/** The part of a homogeneous segment at least `near` in front of the eye; a direction counts as infinitely far. */
function clipToFront(a: SpacePoint, b: SpacePoint, near: number): [SpacePoint, SpacePoint] | null {
  const [fa, fb] = [a[2] - near * a[3], b[2] - near * b[3]];
  if (fa <= 0 && fb <= 0) return null;
  if (fa > 0 && fb > 0) return [a, b];
  const t = fa / (fa - fb);
  const on: SpacePoint = [
    a[0] + (b[0] - a[0]) * t,
    a[1] + (b[1] - a[1]) * t,
    a[2] + (b[2] - a[2]) * t,
    a[3] + (b[3] - a[3]) * t,
  ];
  return fa > 0 ? [a, on] : [on, b];
}
