import type { PlannedSolid } from "../../drawing/program/index.ts";
import { callFace, cornerAt } from "../../drawing/solids/index.ts";
import { add, minus, scaled, sizeOf, type Vec3 } from "../../drawing/view/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import { facePlane } from "./face-plane.ts";

/** What ends this near a wall, as a share of its distance from the eye, touches it. */
const TOUCHING = 1e-4;

/** Things stuck through a wall, floor or ceiling of a room: part of them would be drawn where nobody in it can see. */
export function judgeStuckThrough(solids: readonly PlannedSolid[], roomIds: ReadonlySet<string>): Finding[] {
  const findings: Finding[] = [];
  for (const room of solids.filter((s) => roomIds.has(s.objectId)))
    for (const face of room.solid.faces) {
      const wall = facePlane(room.solid, face);
      if (!wall) continue;
      for (const { objectId, solid } of solids) {
        if (objectId === room.objectId) continue;
        const through = solid.edges.some((e) => {
          const hit = crossing(cornerAt(solid, e.from), cornerAt(solid, e.to), wall.before);
          return hit !== null && wall.outside(hit) === 0;
        });
        if (!through) continue;
        findings.push({
          code: "stuck-through",
          severity: "warning",
          about: objectId,
          message: `"${objectId}" is stuck through the ${callFace(face.id)} of "${room.objectId}". Move it in, or make it smaller.`,
          numbers: {},
        });
      }
    }
  return findings;
}

/** Where a line from one point to another passes a plane, well away from both ends; null where it does not. */
function crossing(a: Vec3, b: Vec3, before: (p: Vec3) => number): Vec3 | null {
  const [da, db] = [before(a), before(b)];
  if (da * db >= 0 || Math.min(Math.abs(da) / sizeOf(a), Math.abs(db) / sizeOf(b)) < TOUCHING) return null;
  return add(a, scaled(minus(b, a), da / (da - db)));
}
