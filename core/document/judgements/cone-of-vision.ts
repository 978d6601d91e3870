import type { PlannedSolid } from "../../drawing/program/index.ts";
import { findVanishingPoint, setView, type View, worldToPaper } from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength } from "../../ground/base/index.ts";
import { distanceMm, findPaperPoint } from "../../ground/geometry/index.ts";

/** Half the 60° cone inside which drawn things do not look stretched; common practice, no published source. */
const HALF_CONE_RAD = Math.PI / 6;

/** Radius in paper mm of the 60° cone of vision: d·tan 30°. */
export function coneRadiusMm(distanceFromPaperMm: number): number {
  return distanceFromPaperMm * Math.tan(HALF_CONE_RAD);
}

/** How near the sheet's ends a vanishing point is put there on purpose. */
const AT_END_MM = 3;

/** Whether both level points stand at the sheet's ends, as practice puts them to have them within reach: all then is stretched a little. */
function pointsAtSheetsEnds(view: View): boolean {
  const [frame] = view.frames;
  if (!frame) return false;
  const ends = (["depth", "width"] as const).map(
    (axis) => findVanishingPoint(view, frame, axis)?.xMm ?? null,
  );
  return ends.every(
    (x) => x !== null && (Math.abs(x) < AT_END_MM || Math.abs(x - view.sheet.widthMm) < AT_END_MM),
  );
}

/** Reports every solid with corners outside the cone of vision, with the distance that would take them in. */
export function judgeConeOfVision(solids: readonly PlannedSolid[], view: View): Finding[] {
  const { principal, distanceMm: d } = view.camera;
  const radius = coneRadiusMm(d);
  return solids.flatMap(({ objectId, solid }): Finding[] => {
    const reaches = Object.values(solid.corners).map((corner) => {
      const p = findPaperPoint(worldToPaper(view.camera, corner));
      return p ? distanceMm(principal, p) : 0;
    });
    const outside = reaches.filter((r) => r > radius + 0.05).length;
    if (outside === 0 || pointsAtSheetsEnds(view)) return [];
    const furthest = Math.max(...reaches);
    const neededMm = Math.ceil(furthest / Math.tan(HALF_CONE_RAD));
    return [
      {
        code: "outside-cone",
        severity: "note",
        about: objectId,
        message: `${outside} of ${reaches.length} corners of "${objectId}" stand outside the 60° cone of vision, the furthest ${formatSmallLength(furthest - radius, view.sheet)} beyond it: they will look stretched.`,
        numbers: { outside, beyondMm: furthest - radius, neededDistanceMm: neededMm },
        ...(view.frames.every((f) => f.axes.width[2] === 0)
          ? {
              fix: {
                label: "Look from further away",
                changes: [setView("viewingDistanceMm", neededMm)],
              },
            }
          : {}),
      },
    ];
  });
}
