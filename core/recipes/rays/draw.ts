import type { PaperPoint } from "../../geometry/index.ts";
import { FLAT, type Page } from "../../page/index.ts";
import { paperToWorld, type Vec3, type View } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { RaysSlice } from "./shape.ts";

export const drawing: Drawing<RaysSlice> = {
  impossible: () => [],
  solve: (slice, { view }) => {
    const points: Record<string, Vec3> = {};
    for (const { name, xMm, yMm } of rayStarts(slice, view))
      points[name] = paperToWorld(view.camera, { xMm, yMm }, view.camera.distanceMm);
    return {
      solid: { ...FLAT, corners: {} },
      block: null,
      points,
      called: callRays(slice),
      tie: { kind: "ground" },
      findings: [],
    };
  },
  draw: drawRays,
};

/** Where rays begin: even steps along the sheet's lower edge either side of the VP, and along the upper edge. */
function rayStarts(slice: RaysSlice, view: View): { name: string; xMm: number; yMm: number }[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  const x = view.camera.principal.xMm;
  const starts: { name: string; xMm: number; yMm: number }[] = [];
  for (let i = 1; i <= slice.pairs; i++) {
    const off = (w * 0.75 * i) / slice.pairs;
    starts.push({ name: `left-${i}`, xMm: x - off, yMm: h }, { name: `right-${i}`, xMm: x + off, yMm: h });
  }
  for (let i = 1; i <= slice.above; i++) {
    const off = (w * (i - (slice.above + 1) / 2)) / Math.max(1, slice.above);
    starts.push({ name: `above-${i}`, xMm: x + off, yMm: 0 });
  }
  return starts.map((start) => ({ ...start, ...entering(start, { xMm: x, yMm: view.horizonMm }, w) }));
}

/** Where a ray that begins beside the sheet comes onto it: there it can be marked. */
function entering(start: PaperPoint, vp: PaperPoint, widthMm: number): PaperPoint {
  const side = start.xMm < 0 ? 0 : start.xMm > widthMm ? widthMm : null;
  if (side === null || side === vp.xMm) return { xMm: start.xMm, yMm: start.yMm };
  const share = (side - start.xMm) / (vp.xMm - start.xMm);
  // A ray whose point lies beyond the same side never comes onto the sheet.
  if (!(share > 0 && share < 1)) return { xMm: start.xMm, yMm: start.yMm };
  return { xMm: side, yMm: start.yMm + (vp.yMm - start.yMm) * share };
}

/** Draws rays: the strips left and right in mirrored pairs, then those above the horizon; all marks before their rays. */
function drawRays(page: Page, slice: RaysSlice): void {
  if (page.isFlat("depth")) return;
  const rays = (names: readonly string[]) => {
    for (const name of names) page.markFromEdges(name);
    for (const name of names) {
      const farAway = name.startsWith("above");
      page.ruleToVanishingPoint(`ray-${name}`, name, "depth", { role: "detail", called: "ray", farAway });
    }
  };
  const numbers = (n: number) => Array.from({ length: n }, (_, i) => i + 1);
  page.phase("strips");
  rays(["left", "right"].flatMap((side) => numbers(slice.pairs).map((i) => `${side}-${i}`)));
  if (slice.above === 0) return;
  page.phase("above");
  rays(numbers(slice.above).map((i) => `above-${i}`));
}

function callRays(slice: RaysSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (let i = 1; i <= slice.pairs; i++) {
    called[`left-${i}`] = `mark ${i} left of the middle`;
    called[`right-${i}`] = `mark ${i} right of the middle`;
  }
  for (let i = 1; i <= slice.above; i++) called[`above-${i}`] = `mark ${i} on the upper edge`;
  return called;
}
