import {
  areaMm2,
  cutAway,
  inBoth,
  type PlaneDepth,
  type Region,
  whereAbove,
} from "../../ground/geometry/index.ts";
import type { Move, StrokePlan } from "../drafter/index.ts";
import { apart, boxOf, planeDepth } from "../solids/index.ts";
import { cross, minus, seenAt, unit, type View } from "../view/index.ts";
import type { Occluder } from "./occluder.ts";
import type { PaperFill } from "./paper.ts";

/** Less than this is no fill but a rounding sliver: a square of half a tenth of a mm. */
export const LEAST_MM2 = 0.0025;

/**
 * A filled stretch with its life: cut at the sheet and at nearer things already closed; where a nearer thing
 * closes later, that piece dies when the thing's lines are cleaned, or at its closing when nothing is rubbed out.
 */
export function drawFill(
  move: Move,
  moveIndex: number,
  plan: Extract<StrokePlan, { plane: "fill" }>,
  view: View,
  groupRank: number,
  occluders: readonly Occluder[],
): PaperFill | null {
  const outline = plan.rings[0];
  const [a, b, c] = outline ?? [];
  if (!outline || !a || !b || !c) return null;
  const rings = plan.rings.map((ring) => ring.flatMap((p) => seenAt(view.camera, p) ?? []));
  if (rings.some((ring, i) => ring.length < (plan.rings[i]?.length ?? 3))) return null;
  const own = planeDepth(view.camera, unit(cross(minus(b, a), minus(c, a))), a);
  let left = inBoth(rings, sheetRegion(view));
  const box = boxOf(left.flat());
  const later: { region: Region; diesAt: number }[] = [];
  for (const occluder of occluders) {
    if (occluder.solid.objectId === move.objectId || apart(box, occluder.box)) continue;
    const { closesAt, erasedAt, objectId } = occluder.solid;
    for (const face of occluder.faces) {
      if (apart(box, face.box) || plan.on?.includes(`${objectId}/${face.id}`)) continue;
      const hides = nearerPart(face.region, face.plane, own, occluder.groupRank - groupRank);
      if (hides.length === 0) continue;
      if (closesAt < moveIndex) left = cutAway(left, [hides]);
      else later.push({ region: hides, diesAt: erasedAt ?? closesAt });
    }
  }
  const pieces: { region: Region; diesAt: number | null }[] = [];
  for (const { region, diesAt } of later.sort((x, y) => x.diesAt - y.diesAt)) {
    const covered = inBoth(left, region);
    if (areaMm2(covered) < LEAST_MM2) continue;
    pieces.push({ region: covered, diesAt });
    left = cutAway(left, [region]);
  }
  if (areaMm2(left) >= LEAST_MM2) pieces.push({ region: left, diesAt: null });
  return { id: move.id, objectId: move.objectId, moveIndex, tone: plan.tone, pieces };
}

/** A face counts as nearer only by this share, as for strokes. */
const NEARER_BY = 1e-9;

/** The sheet as a region of the paper. */
export function sheetRegion({ sheet: { widthMm: w, heightMm: h } }: View): Region {
  return [
    [
      { xMm: 0, yMm: 0 },
      { xMm: w, yMm: 0 },
      { xMm: w, yMm: h },
      { xMm: 0, yMm: h },
    ],
  ];
}

/** The part of a face's region in which it lies before the plane of another one. */
export function nearerPart(region: Region, face: PlaneDepth, own: PlaneDepth, rankGap: number): Region {
  if (rankGap > 0) return [];
  if (rankGap < 0) return region;
  const by = 1 + NEARER_BY;
  return whereAbove(
    region,
    face.across - own.across * by,
    face.down - own.down * by,
    face.at0 - own.at0 * by,
  );
}
