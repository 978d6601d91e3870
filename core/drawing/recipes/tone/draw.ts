import { FLAT } from "../../page/index.ts";
import { type Face, hidingFaces, showingFaces } from "../../solids/index.ts";
import { dot, type Vec3, type View } from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { Drawing } from "../recipe.ts";
import type { ToneSlice } from "./shape.ts";

export const drawing: Drawing<ToneSlice> = {
  impossible: () => [],
  solve: (slice, context) => {
    const host = context.hostOf(slice.of);
    if (!host || host.solid.faces.length === 0) return hostMissing(slice, { object: slice.of }, host);
    return {
      solid: { ...FLAT, corners: {} },
      block: null,
      points: {},
      tie: { kind: "host", objectId: slice.of },
      findings: [],
    };
  },
  draw: (page, slice) => {
    const solid = page.solidOf(slice.of);
    if (!solid) return;
    page.phase("tone");
    const showing = showingFaces(page.view.camera, solid);
    const hiding = new Set(hidingFaces(page.view.camera, { ...solid, opaque: true }).map((f) => f.id));
    for (const face of solid.faces) {
      const level = isRoof(face) ? ROOF_TONE : toneOf(face.normal, page.view, slice.lightFrom);
      if (level === 0 || !showing.has(face.id) || !hiding.has(face.id)) continue;
      page.fillFace(face.id, solid, face, level, [`${slice.of}/${face.id}`]);
    }
  },
};

/** A roof is darker than any wall, whichever way it turns; common practice, no published source. */
const ROOF_TONE = 3;

/** A slope that runs up to a peak, not the wall under it. */
function isRoof({ corners }: Face): boolean {
  const peaks = corners.filter((name) => name.endsWith("peak"));
  return peaks.length === 2;
}

/** 0 for what looks up, 1 for what faces the light or us, 2 for the side away from the light, 3 for what looks down. */
function toneOf(normal: Vec3, view: View, lightFrom: "left" | "right"): 0 | 1 | 2 | 3 {
  const up = -dot(normal, view.ground.normal);
  if (up > 0.5) return 0;
  if (up < -0.5) return 3;
  const aside = normal[0] * (lightFrom === "left" ? 1 : -1);
  return aside > 0.2 ? 2 : 1;
}
