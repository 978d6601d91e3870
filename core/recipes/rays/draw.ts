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
  return starts;
}

/** Draws rays: the strips left and right in mirrored pairs, then those above the horizon. */
function drawRays(page: Page, slice: RaysSlice): void {
  if (page.isFlat("depth")) return;
  const rule = (name: string) => {
    page.markFromEdges(name);
    const farAway = name.startsWith("above");
    page.ruleToVanishingPoint(`ray-${name}`, name, "depth", { role: "detail", called: "ray", farAway });
  };
  page.phase("strips");
  for (let i = 1; i <= slice.pairs; i++) for (const side of ["left", "right"]) rule(`${side}-${i}`);
  if (slice.above === 0) return;
  page.phase("above");
  for (let i = 1; i <= slice.above; i++) rule(`above-${i}`);
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
