import type { PlannedSolid } from "../../drawing/program/index.ts";
import { findFaceOnPaper, showingFaces } from "../../drawing/solids/index.ts";
import { findVanishingPoint, type View } from "../../drawing/view/index.ts";
import { countOf, type Finding, formatSmallLength, sentenceCase } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";

/** Visible sameness on paper. */
const VISIBLE_MM = 0.05;

/**
 * Reports level right angles that read as acute: corners of tops and bottoms outside the circle on the two vanishing
 * points as diameter (Thales).
 */
export function judgeRightAngles(solids: readonly PlannedSolid[], view: View): Finding[] {
  const frame = view.frames[0];
  const [left, right] = frame
    ? [findVanishingPoint(view, frame, "depth"), findVanishingPoint(view, frame, "width")]
    : [];
  if (!left || !right) return [];
  const centre = { xMm: (left.xMm + right.xMm) / 2, yMm: (left.yMm + right.yMm) / 2 };
  const radius = distanceMm(left, right) / 2;
  return solids.flatMap(({ objectId, solid }): Finding[] => {
    const showing = showingFaces(view.camera, solid);
    const level = solid.faces.filter((f) => showing.has(f.id) && Math.abs(f.normal[1]) > 0.7 && !f.facet);
    const corners = new Set(level.flatMap((f) => f.corners));
    const reaches = [...corners].flatMap((name) => {
      const face = level.find((f) => f.corners.includes(name));
      const ring = face && findFaceOnPaper(view.camera, solid, face)?.[0];
      const p = face && ring?.[face.corners.indexOf(name)];
      return p ? [distanceMm(centre, p)] : [];
    });
    const outside = reaches.filter((r) => r > radius + VISIBLE_MM);
    if (outside.length === 0) return [];
    const beyondMm = Math.max(...outside) - radius;
    return [
      {
        code: "reads-acute",
        severity: "note",
        about: objectId,
        message: `${sentenceCase(countOf(outside.length, "corner"))} of the level sides of "${objectId}" will look sharper than a right angle, up to ${formatSmallLength(beyondMm, view.sheet)} outside the circle over the vanishing points. Move the points apart, or the thing inward.`,
        numbers: { outside: outside.length, beyondMm },
      },
    ];
  });
}
