import fc from "fast-check";
import { expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { solveScene } from "#core/drawing/program";
import { worldToPaper } from "#core/drawing/view";
import { angleBetweenRad, distanceMm, findPaperPoint } from "#core/ground/geometry";
import { holds } from "../holds.ts";
import { anyLesson } from "./lesson-arbitraries.ts";
import { drawnWithoutNaN, neverNaN } from "./never-nan.ts";
import { type Ruled, ruled } from "./ruled.ts";
import { throughThree } from "./through-three.ts";

const SURE_RAD = (0.01 * Math.PI) / 180;

/** Corners found by ruler with the flattest angle at which their lines meet on the way, and where the camera puts them. */
function cornersOf(computed: Ruled) {
  const angles = flattestAngles(computed);
  const scene = solveScene(computed.lesson.objects, computed.view);
  return computed.lesson.objects.flatMap((object) => {
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
          angleRad: angles.get(id) ?? 0,
        },
      ];
    });
  });
}

/** For each point, the flattest crossing among all it depends on: an error there is carried along. */
function flattestAngles(computed: Ruled): Map<string, number> {
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

test("every corner a ruler finds is where the camera and three.js see it, and what is not found is reported", () => {
  let [compared, lessons] = [0, 0];
  fc.assert(
    fc.property(anyLesson(3, ["one-point", "two-point"]), (lesson) => {
      const computed = ruled(lesson);
      drawnWithoutNaN(computed);
      // Words and times of some: they take as long as all the rest, and come of the same numbers.
      if (lessons++ % 4 === 0) neverNaN(computeLesson(lesson));
      const { evaluation, moves, view } = computed;
      const missing = moves.flatMap((m) => m.points).filter((p) => !evaluation.points.has(p.id));
      if (missing.length > 0) expect(evaluation.findings.length).toBeGreaterThan(0);

      const three = throughThree(view);
      for (const { id, at, ruled, camera, angleRad } of cornersOf(computed)) {
        if (!camera) expect.fail(`${id} is found, but not by the camera`);
        if (!ruled || angleRad < SURE_RAD) continue;
        compared++;
        const off = distanceMm(ruled, camera);
        holds(off < 1e-6, () => `${id} is ${off} mm off, ruled at an angle of ${angleRad}`);
        const size = Math.max(view.sheet.widthMm, view.sheet.heightMm);
        const reach = Math.max(size, Math.abs(camera.xMm), Math.abs(camera.yMm));
        const offThree = distanceMm(three(at), camera);
        holds(offThree < 1e-6 * reach, () => `${id} is ${offThree} mm off through three.js`);
      }
    }),
    { numRuns: 1000 },
  );
  expect(compared).toBeGreaterThan(5000);
});
