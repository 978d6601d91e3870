import type { PlannedSolid } from "../../drawing/program/index.ts";
import { callFace, findFaceOnPaper, showingFaces } from "../../drawing/solids/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength } from "../../ground/base/index.ts";
import {
  angleBetweenRad,
  distanceMm,
  hPoint,
  join,
  type PaperPoint,
  thicknessMm,
} from "../../ground/geometry/index.ts";

/** Two lines flatter to each other than this look like one; common practice, no published source. */
const SQUASHED_RAD = (8 * Math.PI) / 180;
/** A lid that shows less than this is a smudge under a pencil; common practice, no published source. */
const LEAST_LID_MM = 3;
/** Visible sameness on paper. */
const VISIBLE_MM = 0.05;

/** Reports faces that are drawn so narrow or so flat that a pencil cannot show them. */
export function judgeSquashed(solids: readonly PlannedSolid[], view: View): Finding[] {
  return solids.flatMap(({ objectId, solid }): Finding[] => {
    const showing = showingFaces(view.camera, solid);
    const squashed = solid.faces.flatMap((face) => {
      if (!showing.has(face.id) || face.facet) return [];
      const ring = findFaceOnPaper(view.camera, solid, face)?.[0] ?? [];
      const thick = thicknessMm(ring);
      const flattest = flattestCornerRad(ring);
      return thick < LEAST_LID_MM || flattest < SQUASHED_RAD ? [{ id: face.id, thick, flattest }] : [];
    });
    const worst = squashed.sort((a, b) => a.thick - b.thick)[0];
    if (!worst) return [];
    const deg = (worst.flattest * 180) / Math.PI;
    return [
      {
        code: "squashed-face",
        severity: "note",
        about: objectId,
        message: `The ${callFace(worst.id)} of "${objectId}" shows ${formatSmallLength(worst.thick, view.sheet)} (its sides meet at ${deg.toFixed(0)}°): too thin to draw well. Move it away from the height of the eyes or from the vanishing point.`,
        numbers: { thickMm: worst.thick, angleDeg: deg, faces: squashed.length },
      },
    ];
  });
}

function flattestCornerRad(ring: readonly PaperPoint[]): number {
  let flattest = Math.PI / 2;
  for (let i = 0; i < ring.length; i++) {
    const [a, b, c] = [ring[i], ring[(i + 1) % ring.length], ring[(i + 2) % ring.length]];
    if (!a || !b || !c || distanceMm(a, b) < VISIBLE_MM || distanceMm(b, c) < VISIBLE_MM) continue;
    const straight = (b.xMm - a.xMm) * (c.xMm - b.xMm) + (b.yMm - a.yMm) * (c.yMm - b.yMm) > 0;
    // A corner that runs straight on is a seam, not a squashed one.
    if (straight) continue;
    flattest = Math.min(flattest, angleBetweenRad(join(hPoint(a), hPoint(b)), join(hPoint(b), hPoint(c))));
  }
  return flattest;
}
