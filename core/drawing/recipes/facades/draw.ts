import type { Built, Page } from "../../page/index.ts";
import type { Drawing } from "../recipe.ts";
import type { FacadesSlice } from "./shape.ts";
import { raysOf, solveFacades } from "./solve.ts";

export const drawing: Drawing<FacadesSlice> = {
  impossible: ({ between: { from, to } }) =>
    to > from + 0.001
      ? []
      : [
          {
            field: "between.to",
            message: `the last front must end beyond where the first begins, got ${from} to ${to}`,
          },
        ],
  solve: solveFacades,
  draw: drawFacades,
};

const HELP = { role: "construction", light: true } as const;

/**
 * Draws house fronts between two rays: their places marked along the lower one, uprights from there to the upper one. Gables over
 * the crossing of each front's diagonals: the first peak chosen, the others on its line to the vanishing point.
 */
function drawFacades(page: Page, slice: FacadesSlice, built: Built): void {
  if (!page.knows("foot-0")) return;
  const rays = raysOf(slice, { points: Object.fromEntries(page.foundPointsOf(slice.of)) });
  if (rays.low === null || rays.high === null) return;
  // The rays were drawn for the strips; here they stand for the fronts' feet and tops.
  takeRay(page, slice, rays.low, "foot-0");
  takeRay(page, slice, rays.high, "top-0");
  const on = built.solid.faces.map((f) => page.id(f.id));

  page.phase("uprights");
  for (let i = 0; i <= slice.count; i++)
    page.measureOnLine(`foot-${i}`, `${slice.of}/${rays.low}`, `${slice.of}/ray-${rays.low}`);
  for (let i = 0; i <= slice.count; i++)
    page.ruleAlong(`upright-${i}`, `foot-${i}`, `top-${i}`, "height", {
      on,
      called: "upright between the rays",
    });
  page.phase("edges");
  const firm = (of: string, called: string) => {
    for (let i = 1; i <= slice.count; i++)
      if (page.isFound(`${of}-${i - 1}`) && page.isFound(`${of}-${i}`))
        page.trace(`${of}-line-${i}`, `${of}-${i - 1}`, `${of}-${i}`, { on, called });
  };
  firm("foot", "base of the fronts");
  if (slice.gable === 0) {
    firm("top", "top of the fronts");
    return;
  }
  page.phase("gables");
  for (let i = 1; i <= slice.count; i++) {
    page.join(`falling-${i}`, `top-${i - 1}`, `foot-${i}`, { ...HELP, on, called: "diagonal of the front" });
    page.join(`rising-${i}`, `foot-${i - 1}`, `top-${i}`, { ...HELP, on, called: "diagonal of the front" });
    page.ruleAlong(`middle-${i}`, `centre-${i}`, `peak-${i}`, "height", {
      ...HELP,
      on,
      measured: i === 1,
      called: "upright through the crossing",
    });
    if (i === 1 && slice.count > 1)
      page.ruleAlong("ridge-line", "peak-1", `peak-${slice.count}`, "depth", {
        ...HELP,
        on,
        tail: true,
        called: "line of the peaks",
      });
    page.join(`slope-${i}-up`, `top-${i - 1}`, `peak-${i}`, { on, called: "slope of the gable" });
    page.join(`slope-${i}-down`, `peak-${i}`, `top-${i}`, { on, called: "slope of the gable" });
  }
}

/** A ray of the strips as a line through a point of the fronts: on paper they are one. */
function takeRay(page: Page, slice: FacadesSlice, ray: string, through: string): void {
  const line = page.spaceLineAlong(`ray-${ray}`, through, page.frame.axes.depth);
  page.keepLine({ ...line, id: `${slice.of}/ray-${ray}` });
}
