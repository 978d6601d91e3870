import type { Program } from "../../drawing/program/index.ts";
import { callFace } from "../../drawing/solids/index.ts";
import { sizeOf, type Vec3 } from "../../drawing/view/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import { facePlane } from "./face-plane.ts";

/** A thing that reaches over its face by less than this share of the face's side stands on it: a pencil line. */
const OVER = 0.005;
/** A corner lies in the plane of a face when it is this near, as a share of its distance from the eye. */
const IN_PLANE = 1e-6;

/** The places of windows, arches and circles themselves; what helps to find them may lie beside the face. */
const DRAWN_ON_FACE = /^(?:cell-|foot-|crown$|(?:left|right|low)-middle$)/;

/**
 * Things that stand on, or are drawn on, a face of another and reach over its edge: a crate half off the table, an arch that
 * springs from nothing.
 */
export function judgeOffItsFace({ scene }: Pick<Program, "scene">): Finding[] {
  const findings: Finding[] = [];
  for (const { object, built } of scene.values()) {
    const on =
      "on" in object && typeof object.on === "object" && "face" in object.on
        ? object.on
        : "depthSetBy" in object && typeof object.depthSetBy === "object" && "face" in object.depthSetBy
          ? object.depthSetBy
          : null;
    const host = on && scene.get(on.object);
    if (!on || !host || object.hidden) continue;
    const { solid } = host.built;
    const plane = solid.faces.find((f) => f.id === on.face);
    const laid = plane && facePlane(solid, plane);
    if (!laid) continue;
    const points = [
      ...Object.entries(built.solid.corners),
      ...Object.entries(built.points).filter(([name]) => DRAWN_ON_FACE.test(name)),
    ];
    const touching = points.filter(([, p]) => Math.abs(laid.before(p)) < IN_PLANE * sizeOf(p));
    const over = touching.map(([, p]: readonly [string, Vec3]) => laid.outside(p));
    const worst = Math.max(0, ...over);
    if (worst <= OVER * laid.size) continue;
    const all = over.every((o) => o > OVER * laid.size);
    const share = Math.round((100 * worst) / laid.size);
    findings.push({
      code: "off-its-face",
      severity: "warning",
      about: object.id,
      message: all
        ? `The ${object.label} hangs on nothing: all of it lies beside the ${callFace(on.face)} of "${on.object}".`
        : `The ${object.label} reaches over the edge of the ${callFace(on.face)} of "${on.object}", by ${share === 0 ? "a hair" : `${share} % of its longest side`}: that part hangs on nothing.`,
      numbers: { overShare: worst / laid.size, places: over.filter((o) => o > OVER * laid.size).length },
    });
  }
  return findings;
}
