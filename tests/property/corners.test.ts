import fc from "fast-check";
import { Matrix4, PerspectiveCamera, Vector3 } from "three";
import { expect, test } from "vitest";
import { angleBetweenRad, findPaperPoint, type PaperPoint } from "#core/geometry";
import type { Lesson } from "#core/lesson";
import { computeLesson } from "#core/pipeline";
import { solveScene } from "#core/program";
import { type View, worldToPaper } from "#core/view";
import { anyLesson } from "./lesson-arbitraries.ts";

const SURE_RAD = (0.01 * Math.PI) / 180;

/** Corners found by ruler with the flattest angle at which their lines meet on the way, and where the camera puts them. */
function cornersOf(lesson: Lesson) {
  const computed = computeLesson(lesson);
  const angles = flattestAngles(computed);
  const scene = solveScene(lesson.objects, computed.view);
  return lesson.objects.flatMap((object) => {
    const corners = scene.get(object.id)?.built.solid.corners ?? {};
    return Object.entries(corners).flatMap(([name, at]) => {
      const id = `${object.id}/${name}`;
      const ruled = computed.evaluation.points.get(id);
      if (!ruled) return [];
      return [
        {
          id,
          at,
          ruled: findPaperPoint(ruled),
          camera: findPaperPoint(worldToPaper(computed.view.camera, at)),
          view: computed.view,
          angleRad: angles.get(id) ?? 0,
        },
      ];
    });
  });
}

/** For each point, the flattest crossing among all it depends on: an error there is carried along. */
function flattestAngles(computed: ReturnType<typeof computeLesson>): Map<string, number> {
  const flattest = new Map<string, number>();
  const of = (ids: readonly string[]) =>
    Math.min(Math.PI / 2, ...ids.map((id) => flattest.get(id) ?? Math.PI / 2));
  for (const move of computed.moves) {
    for (const line of move.lines) {
      const { rule } = line;
      flattest.set(
        line.id,
        rule.kind === "toward" ? of([rule.through]) : rule.kind === "join" ? of(rule.points) : Math.PI / 2,
      );
    }
    for (const { id, rule } of move.points) {
      if (rule.kind === "crossing") {
        const [l, m] = rule.lines.map((line) => computed.evaluation.lines.get(line));
        flattest.set(id, Math.min(of(rule.lines), l && m ? angleBetweenRad(l, m) : 0));
      } else if (rule.kind === "along") flattest.set(id, of([rule.line, rule.from]));
      else if (rule.kind === "part-way-to-vp" || rule.kind === "measured") flattest.set(id, of([rule.from]));
      else if (rule.kind === "on-line-from-edge") flattest.set(id, of([rule.line]));
    }
  }
  return flattest;
}

/** The same corner through the three.js perspective camera: an independent projection with a shifted frustum. */
function throughThree(view: View, at: readonly [number, number, number]): PaperPoint {
  const { widthMm: w, heightMm: h } = view.sheet;
  const { principal: p, distanceMm: d } = view.camera;
  const camera = new PerspectiveCamera();
  const near = d;
  const matrix = new Matrix4().makePerspective(-p.xMm, w - p.xMm, p.yMm, p.yMm - h, near, near * 1e6);
  camera.projectionMatrix.copy(matrix);
  camera.projectionMatrixInverse.copy(matrix).invert();
  // three.js looks down −z with y up.
  const ndc = new Vector3(at[0], -at[1], -at[2]).project(camera);
  return { xMm: ((ndc.x + 1) / 2) * w, yMm: ((1 - ndc.y) / 2) * h };
}

test("every corner a ruler finds is where the camera and three.js see it", () => {
  let compared = 0;
  fc.assert(
    fc.property(anyLesson(3, ["one-point", "two-point"]), (lesson) => {
      for (const { id, at, ruled, camera, view, angleRad } of cornersOf(lesson)) {
        expect(camera, id).not.toBeNull();
        if (!ruled || !camera || angleRad < SURE_RAD) continue;
        compared++;
        expect(
          Math.hypot(ruled.xMm - camera.xMm, ruled.yMm - camera.yMm),
          `${id} ruled at an angle of ${angleRad}`,
        ).toBeLessThan(1e-6);
        const three = throughThree(view, at);
        const size = Math.max(view.sheet.widthMm, view.sheet.heightMm);
        const reach = Math.max(size, Math.abs(camera.xMm), Math.abs(camera.yMm));
        expect(
          Math.hypot(three.xMm - camera.xMm, three.yMm - camera.yMm),
          `${id} through three.js`,
        ).toBeLessThan(1e-6 * reach);
      }
    }),
    { numRuns: 1500 },
  );
  expect(compared).toBeGreaterThan(5000);
});

test("nothing is ever NaN, and every point that cannot be found is reported by name", () => {
  fc.assert(
    fc.property(anyLesson(3, ["one-point", "two-point"]), (lesson) => {
      const { evaluation, paper, moves, schedule } = computeLesson(lesson);
      for (const [id, p] of evaluation.points) expect(p.every(Number.isFinite), id).toBe(true);
      for (const s of paper.strokes) {
        expect([s.from.xMm, s.from.yMm, s.to.xMm, s.to.yMm].every(Number.isFinite), s.id).toBe(true);
        for (const piece of s.pieces)
          expect(piece.from >= 0 && piece.to <= 1 && piece.from <= piece.to, s.id).toBe(true);
      }
      for (const m of schedule.moves) expect(m.endMs >= m.startMs && Number.isInteger(m.startMs)).toBe(true);
      const missing = moves.flatMap((m) => m.points).filter((p) => !evaluation.points.has(p.id));
      if (missing.length > 0) expect(evaluation.findings.length).toBeGreaterThan(0);
    }),
    { numRuns: 1000 },
  );
});
