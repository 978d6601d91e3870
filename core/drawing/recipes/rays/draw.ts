import { FLAT, type Page } from "../../page/index.ts";
import { paperToWorld, type Vec3 } from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import type { Drawing } from "../recipe.ts";
import type { RaysSlice } from "./shape.ts";
import { rayStarts, stripsBetween } from "./starts.ts";

export const drawing: Drawing<RaysSlice> = {
  impossible: () => [],
  solve: (slice, { view }) => {
    const onPlane = (p: { xMm: number; yMm: number }) => paperToWorld(view.camera, p, view.camera.distanceMm);
    const starts = rayStarts(slice, view);
    const points: Record<string, Vec3> = {};
    // Strips below the horizon lie on the ground: what stands on it hides those behind.
    for (const { name, at } of starts)
      points[name] = at.yMm > view.horizonMm ? groundAt(view, at.xMm, at.yMm) : onPlane(at);
    return {
      solid: { ...FLAT, corners: {} },
      block: null,
      points,
      called: callRays(slice),
      tie: { kind: "ground" },
      pieces: stripsBetween(starts, view).map((ring) => ring.map(onPlane)),
      findings: [],
    };
  },
  draw: drawRays,
};

/**
 * Draws rays: the middle one and the strips left and right in mirrored pairs, then those above the horizon; all marks before
 * their rays, from the edge to the point or from the point outwards.
 */
function drawRays(page: Page, slice: RaysSlice): void {
  if (page.isFlat("depth")) return;
  const outward = slice.drawnFrom === "point";
  const rays = (names: readonly string[]) => {
    for (const name of names) markRay(page, name);
    for (const name of names) {
      const farAway = name.startsWith("above") || name.startsWith("upper");
      const how = { role: "detail", called: "ray", farAway } as const;
      if (outward) page.ruleFromVanishingPoint(`ray-${name}`, name, "depth", how);
      else page.ruleToVanishingPoint(`ray-${name}`, name, "depth", how);
    }
  };
  const numbers = (n: number) => Array.from({ length: n }, (_, i) => i + 1);
  const pairs = (prefix: string) =>
    ["left", "right"].flatMap((side) => numbers(slice.pairs).map((i) => `${prefix}${side}-${i}`));
  page.phase("strips");
  rays([...(slice.centre ? ["centre"] : []), ...pairs("")]);
  if (slice.mirrored) {
    page.phase("mirrored");
    rays([...(slice.centre ? ["upper-centre"] : []), ...pairs("upper-")]);
  }
  if (slice.above === 0) return;
  page.phase("above");
  rays(numbers(slice.above).map((i) => `above-${i}`));
}

/** Marks where a ray reaches the sheet's edge: either side of the middle ray's mark where there is one, else from the corner. */
function markRay(page: Page, name: string): void {
  const [edge, middle] = name.startsWith("upper")
    ? (["top", "upper-centre"] as const)
    : (["bottom", "centre"] as const);
  const { yMm } = page.onPaper(name);
  const onEdge = Math.abs(yMm - (edge === "top" ? 0 : page.view.sheet.heightMm)) < 1e-6;
  if (onEdge && name !== middle && page.isFound(middle)) page.measureAlongEdge(name, middle, edge);
  else page.markFromEdges(name);
}

function callRays(slice: RaysSlice): Record<string, string> {
  const called: Record<string, string> = { centre: "middle mark", "upper-centre": "middle mark above" };
  for (let i = 1; i <= slice.pairs; i++)
    for (const side of ["left", "right"]) {
      called[`${side}-${i}`] = `mark ${i} ${side} of the middle`;
      called[`upper-${side}-${i}`] = `mark ${i} ${side} of the middle above`;
    }
  for (let i = 1; i <= slice.above; i++) called[`above-${i}`] = `mark ${i} on the upper edge`;
  return called;
}
