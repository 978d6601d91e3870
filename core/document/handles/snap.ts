import { isDot, type Paper } from "../../drawing/paper/index.ts";
import type { StandingThing } from "../../drawing/program/index.ts";
import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { seenAt, type View } from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";

/** What a handle can come to rest on: corners and lines of other things. */
export interface SnapTargets {
  readonly corners: readonly { readonly at: PaperPoint; readonly of: string }[];
  readonly lines: readonly { readonly from: PaperPoint; readonly to: PaperPoint; readonly of: string }[];
}

/** A place that was looked for near another, and what it lies on: null where there was nothing near. */
export interface Snapped {
  readonly at: PaperPoint;
  /** "corner of the kerb stone", "line of the kiosk". */
  readonly on: string | null;
}

/** The corners and lines a moving thing can meet: everything on the paper but its own. */
export function snapTargets(
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  paper: Paper,
  view: View,
  movingIds: ReadonlySet<string>,
): SnapTargets {
  const labels = new Map(objects.map((o) => [o.id, `the ${o.label}`]));
  const corners = objects.flatMap((object) => {
    const built = scene.get(object.id)?.built;
    if (!built || object.hidden || movingIds.has(object.id)) return [];
    const all = [...Object.values(built.solid.corners), ...Object.values(built.points)];
    return all.flatMap((corner) => {
      const at = seenAt(view.camera, corner);
      return at ? [{ at, of: labels.get(object.id) ?? "the sheet" }] : [];
    });
  });
  const lines = paper.strokes.flatMap((stroke) => {
    if (isDot(stroke) || stroke.trace.kind !== "straight" || movingIds.has(stroke.objectId)) return [];
    if (stroke.pieces.length === 0) return [];
    return [{ from: stroke.from, to: stroke.to, of: labels.get(stroke.objectId) ?? "the sheet" }];
  });
  return { corners, lines };
}

/** The nearest corner within reach; else the nearest place on a line; else the place itself. */
export function snapTo(to: PaperPoint, targets: SnapTargets, reachMm: number): Snapped {
  let best: { mm: number; snapped: Snapped } | null = null;
  const take = (at: PaperPoint, on: string) => {
    const mm = Math.hypot(at.xMm - to.xMm, at.yMm - to.yMm);
    if (mm <= reachMm && (!best || mm < best.mm)) best = { mm, snapped: { at, on } };
  };
  for (const corner of targets.corners) take(corner.at, `corner of ${corner.of}`);
  if (best) return (best as { snapped: Snapped }).snapped;
  for (const line of targets.lines) {
    const [dx, dy] = [line.to.xMm - line.from.xMm, line.to.yMm - line.from.yMm];
    const size2 = dx * dx + dy * dy;
    if (size2 === 0) continue;
    const share = Math.min(
      1,
      Math.max(0, ((to.xMm - line.from.xMm) * dx + (to.yMm - line.from.yMm) * dy) / size2),
    );
    take({ xMm: line.from.xMm + share * dx, yMm: line.from.yMm + share * dy }, `line of ${line.of}`);
  }
  return (best as { snapped: Snapped } | null)?.snapped ?? { at: to, on: null };
}
