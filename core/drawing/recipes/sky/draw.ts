import { type Built, FLAT, type Page } from "../../page/index.ts";
import { paperToWorld, type Vec3, type View } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { SkySlice } from "./shape.ts";

export const drawing: Drawing<SkySlice> = {
  impossible: () => [],
  solve: solveSky,
  draw: drawSky,
};

/** So many times the viewing distance away the sky stands behind everything. */
const FAR = 1e6;

/** Heights of the lines between the bands and of the sky's two ends, from the horizon up, as paper y in mm. */
function levelsOf({ bands }: SkySlice, view: View): number[] {
  const low = Math.min(view.sheet.heightMm, Math.max(0, view.horizonMm));
  return Array.from({ length: bands + 1 }, (_, i) => low * (1 - i / bands));
}

function solveSky(slice: SkySlice, { view }: { readonly view: View }): Built {
  const at = (xMm: number, yMm: number): Vec3 =>
    paperToWorld(view.camera, { xMm, yMm }, FAR * view.camera.distanceMm);
  const points: Record<string, Vec3> = {};
  for (const [i, yMm] of levelsOf(slice, view).entries()) {
    points[`left-${i}`] = at(0, yMm);
    points[`right-${i}`] = at(view.sheet.widthMm, yMm);
  }
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: {},
    tie: { kind: "ground" },
    findings:
      view.horizonMm > 0
        ? []
        : [
            {
              code: "no-sky",
              severity: "fault",
              about: slice.id,
              message: `The ${slice.label} lies above the horizon, but the horizon stands at or above the sheet's upper edge: there is no sky to draw.`,
              numbers: {},
            },
          ],
  };
}

/** Draws the sky: a mark for each band on both side edges, level lines between them, lightly; then tone, the palest first. */
function drawSky(page: Page, slice: SkySlice): void {
  if (page.view.horizonMm <= 0) return;
  page.phase("bands");
  const ends = (i: number) => [`left-${i}`, `right-${i}`] as const;
  for (let i = 0; i <= slice.bands; i++) for (const end of ends(i)) page.markFromEdges(end);
  for (let i = 1; i < slice.bands; i++)
    page.join(`line-${i}`, ...ends(i), {
      role: "construction",
      light: true,
      called: "line between two bands",
    });
  page.phase("tone");
  const tones = Array.from({ length: slice.bands }, (_, i) => ({
    band: i,
    tone: ((slice.palest === "low" ? i : slice.bands - 1 - i) + 1) as 1 | 2 | 3,
  }));
  for (const { band, tone } of tones.sort((a, b) => a.tone - b.tone)) {
    const [a, b] = ends(band);
    const [d, c] = ends(band + 1);
    page.fill(
      `band-${band + 1}`,
      [a, b, c, d].map((name) => page.at(name)),
      tone,
    );
  }
}
