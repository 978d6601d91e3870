import type { Lesson } from "#core/document/lesson";
import { worldToPaper } from "#core/drawing/view";
import { angleBetweenRad, distanceMm, findPaperPoint } from "#core/ground/geometry";
import { holds } from "../holds.ts";
import type { Ruled } from "./ruled.ts";
import { throughThree } from "./through-three.ts";

/** For each found point how much an error of reading is blown up on the way to it: 1/sin of every crossing, multiplied. */
function blowUps(drawn: Ruled): ReadonlyMap<string, number> {
  const grown = new Map<string, number>();
  const of = (id: string) => grown.get(id) ?? 1;
  const onPaper = (id: string) => {
    const p = drawn.evaluation.points.get(id);
    return p ? findPaperPoint(p) : null;
  };
  for (const move of drawn.moves) {
    for (const { id, rule } of move.lines) {
      if (rule.kind === "toward" || rule.kind === "angle" || rule.kind === "parallel")
        grown.set(id, of(rule.through));
      else if (rule.kind === "join") {
        const [a, b] = rule.points.map(onPaper);
        // A line through two near points swings far: by its length over their gap, at most the sheet's size here.
        const swing = a && b ? 400 / Math.max(1e-9, distanceMm(a, b)) : 1;
        grown.set(id, Math.max(...rule.points.map(of)) * Math.max(1, swing));
      } else if (rule.kind === "slide") grown.set(id, Math.max(...rule.between.map(of)));
    }
    for (const { id, rule } of move.points) {
      switch (rule.kind) {
        case "crossing": {
          const [l, m] = rule.lines.map((line) => drawn.evaluation.lines.get(line));
          const angle = l && m ? angleBetweenRad(l, m) : 0;
          grown.set(id, Math.max(...rule.lines.map(of)) / Math.max(1e-12, Math.sin(angle)));
          break;
        }
        case "along":
          grown.set(id, Math.max(of(rule.line), of(rule.from)));
          break;
        case "measured": {
          const [a, b] = [onPaper(rule.from), onPaper(rule.toward)];
          const reach = a && b ? rule.mm / Math.max(1e-9, distanceMm(a, b)) : 1;
          grown.set(id, Math.max(of(rule.from), of(rule.toward)) * Math.max(1, reach));
          break;
        }
        case "share":
          grown.set(id, Math.max(of(rule.from), of(rule.to)));
          break;
        case "part-way-to-vp":
          grown.set(id, of(rule.from));
          break;
        case "same":
          grown.set(id, of(rule.as));
      }
    }
  }
  return grown;
}

/**
 * Every point that the ruler found, against where this camera and three.js's see it: within 1e-6 mm, more only where flat
 * crossings blow up the rounding. Returns how many were compared; throws at the first that is off.
 */
export function foundWhereSeen(lesson: Lesson, drawn: Ruled): number {
  const grown = blowUps(drawn);
  const three = throughThree(drawn.view);
  let compared = 0;
  for (const object of lesson.objects) {
    const built = drawn.program.scene.get(object.id)?.built;
    if (!built) continue;
    for (const [name, at] of [...Object.entries(built.solid.corners), ...Object.entries(built.points)]) {
      const id = `${object.id}/${name}`;
      const found = drawn.evaluation.points.get(id);
      const p = found && findPaperPoint(found);
      const camera = at[2] > 0 ? findPaperPoint(worldToPaper(drawn.view.camera, at)) : null;
      if (!p || !camera) continue;
      const size = Math.max(
        lesson.sheet.widthMm,
        lesson.sheet.heightMm,
        Math.abs(camera.xMm),
        Math.abs(camera.yMm),
      );
      // Rounding of 1e-13 of the size, blown up by every flat crossing on the way; 1e-6 mm wherever they meet well.
      const allowed = Math.max(1e-6, 1e-12 * size * (grown.get(id) ?? 1));
      if (allowed > 1e-3) continue;
      compared++;
      const [off, offThree] = [distanceMm(p, camera), distanceMm(three(at), camera)];
      holds(off < allowed, () => `${id} is ${off} mm off, errors grown ${grown.get(id)} times`);
      holds(offThree < 1e-6 * size, () => `${id} is ${offThree} mm off through three.js`);
    }
  }
  return compared;
}
