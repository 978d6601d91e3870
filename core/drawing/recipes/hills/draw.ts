import type { Finding } from "../../../ground/base/index.ts";
import { type Built, FLAT } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { HillsSlice } from "./shape.ts";

export const drawing: Drawing<HillsSlice> = {
  impossible: () => [],
  solve: () => flatThing([]),
  draw: (page, slice) => {
    page.phase("skyline");
    page.freehandFarAway("skyline", skyline(slice, page.view));
  },
};

/** Points of a smooth line through the tops: between two of them it eases as a cosine, level at each top. */
function skyline(slice: HillsSlice, view: View): { xMm: number; yMm: number }[] {
  const tops = slice.topsMm;
  const steps = 12;
  const points: { xMm: number; yMm: number }[] = [];
  for (let i = 0; i + 1 < tops.length; i++) {
    const [a, b] = [tops[i] ?? 0, tops[i + 1] ?? 0];
    for (let k = i === 0 ? 0 : 1; k <= steps; k++) {
      const t = k / steps;
      const ease = (1 - Math.cos(Math.PI * t)) / 2;
      points.push({
        xMm: (view.sheet.widthMm * (i + t)) / (tops.length - 1),
        yMm: view.horizonMm - (a + (b - a) * ease),
      });
    }
  }
  return points;
}

function flatThing(findings: readonly Finding[]): Built {
  return { solid: { ...FLAT, corners: {} }, block: null, points: {}, tie: { kind: "ground" }, findings };
}
