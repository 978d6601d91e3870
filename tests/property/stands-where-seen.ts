import { ShapeUtils, Vector2 } from "three";
import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson } from "#core/document/pipeline";
import { pointOn } from "#core/ground/geometry";
import { holds } from "../holds.ts";

type V3 = readonly [number, number, number];

const sub = (a: V3, b: V3): V3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: V3, b: V3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** A triangle in space, ready for rays from the eye: what does not depend on the ray is worked out once. */
interface Facing {
  readonly forDet: V3;
  readonly forU: V3;
  readonly forV: V3;
  readonly reach: number;
}

/** Every opaque face of a lesson as triangles in space, cut up by three.js: the oracle knows nothing of faces on paper. */
function trianglesOf(drawn: DrawnLesson): Facing[] {
  return drawn.program.solids
    .filter((s) => s.solid.opaque)
    .flatMap((s) =>
      s.solid.faces.flatMap((face) => {
        const rings = [face.corners, ...face.holes].map((ring) =>
          ring.map((name) => s.solid.corners[name] ?? ([0, 0, 0] as V3)),
        );
        const u =
          Math.abs(face.normal[0]) < 0.9 ? cross(face.normal, [1, 0, 0]) : cross(face.normal, [0, 1, 0]);
        const w = cross(face.normal, u);
        const flat = rings.map((ring) => ring.map((p) => new Vector2(dot(p, u), dot(p, w))));
        const all = rings.flat();
        return ShapeUtils.triangulateShape(flat[0] ?? [], flat.slice(1)).flatMap(([i = 0, j = 0, k = 0]) => {
          const [a, b, c] = [all[i], all[j], all[k]];
          return a && b && c ? [facing(a, b, c)] : [];
        });
      }),
    );
}

/** Möller and Trumbore 1997 (from memory), its products turned round so that each is one with the ray. */
function facing(a: V3, b: V3, c: V3): Facing {
  const [e1, e2, toA] = [sub(b, a), sub(c, a), sub([0, 0, 0], a)];
  const q = cross(toA, e1);
  return { forDet: cross(e2, e1), forU: cross(e2, toA), forV: q, reach: dot(e2, q) };
}

/** Where a ray from the eye meets a triangle, as a multiple of the ray; infinity where it does not. */
function hit(ray: V3, t: Facing): number {
  const det = dot(ray, t.forDet);
  if (Math.abs(det) < 1e-12) return Number.POSITIVE_INFINITY;
  const u = dot(ray, t.forU) / det;
  if (u < 0 || u > 1) return Number.POSITIVE_INFINITY;
  const v = dot(ray, t.forV) / det;
  if (v < 0 || u + v > 1) return Number.POSITIVE_INFINITY;
  const at = t.reach / det;
  return at > 0 ? at : Number.POSITIVE_INFINITY;
}

/** Depth of a stroke's sample from the plan itself. */
function depthOn(drawn: DrawnLesson, moveIndex: number, share: number): number | null {
  const stroke = drawn.paper.strokes.find((s) => s.moveIndex === moveIndex);
  if (!stroke) return null;
  const { trace } = stroke;
  if (trace.kind === "straight") return 1 / (trace.qFrom + (trace.qTo - trace.qFrom) * share);
  if (trace.kind === "arc") {
    const t = trace.fromRad + (trace.toRad - trace.fromRad) * share;
    return trace.centre[2] + trace.across[2] * Math.cos(t) + trace.up[2] * Math.sin(t);
  }
  return null;
}

const NEAR_MM = 0.12;

/**
 * Every edge and line of the finished sheet, sampled along its length, against rays from the eye: nothing stands inside a
 * nearer opaque face, and nothing free is missing. Returns how many samples were hidden and seen; throws at the first slip.
 */
export function standsWhereSeen(lesson: Lesson): { hidden: number; seen: number } {
  const drawn = drawLesson(lesson);
  const triangles = trianglesOf(drawn);
  const { camera } = drawn.view;
  const count = { hidden: 0, seen: 0 };
  for (const stroke of drawn.paper.strokes) {
    const plan = drawn.moves[stroke.moveIndex]?.stroke;
    if (!plan || (plan.plane !== "space" && plan.plane !== "space-arc")) continue;
    if (stroke.role !== "outline" && stroke.role !== "detail") continue;
    if ("within" in plan && plan.within) continue;
    const cut = plan.plane === "space" && plan.tailTo ? cutShare(plan) : 1;
    for (let i = 1; i < 14; i++) {
      const share = (i / 14) * cut;
      const p = pointOn(stroke.trace, share);
      if (
        p.xMm < 0.5 ||
        p.yMm < 0.5 ||
        p.xMm > lesson.sheet.widthMm - 0.5 ||
        p.yMm > lesson.sheet.heightMm - 0.5
      )
        continue;
      const depth = depthOn(drawn, stroke.moveIndex, share);
      if (depth === null || !(depth > 0)) continue;
      const nearer = [
        [0, 0],
        [NEAR_MM, 0],
        [-NEAR_MM, 0],
        [0, NEAR_MM],
        [0, -NEAR_MM],
        [NEAR_MM, NEAR_MM],
        [-NEAR_MM, NEAR_MM],
        [NEAR_MM, -NEAR_MM],
        [-NEAR_MM, -NEAR_MM],
      ].map(([dx = 0, dy = 0]) => {
        const ray: V3 = [
          (p.xMm + dx - camera.principal.xMm) / camera.distanceMm,
          (p.yMm + dy - camera.principal.yMm) / camera.distanceMm,
          1,
        ];
        return triangles.some((t) => hit(ray, t) < depth * (1 - 1e-3));
      });
      const where = `${stroke.id} at ${share.toFixed(3)} (${p.xMm.toFixed(2)}, ${p.yMm.toFixed(2)})`;
      const stands = stroke.pieces.some(
        (x) => x.from <= share && share <= x.to && x.diesAt === null && x.part !== "tail",
      );
      const border = stroke.pieces.some(
        (x) => Math.abs(x.from - share) < 0.01 || Math.abs(x.to - share) < 0.01,
      );
      if (nearer.every(Boolean)) {
        count.hidden++;
        holds(border || !stands, () => `${where} lies behind a nearer face`);
      } else if (!nearer.some(Boolean)) {
        count.seen++;
        holds(border || stands, () => `${where} is free and should stand`);
      }
    }
  }
  return count;
}

function cutShare(plan: {
  from: readonly number[];
  to: readonly number[];
  tailTo: readonly number[] | null;
}): number {
  const q = (p: readonly number[] | null) => (p ? (p[3] ?? 0) / (p[2] ?? 1) : 0);
  return (q(plan.from) - q(plan.to)) / (q(plan.from) - q(plan.tailTo));
}
