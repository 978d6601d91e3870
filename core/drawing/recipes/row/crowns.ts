import type { Page } from "../../page/index.ts";
import { add, minus, scaled, sizeOf, type Vec3 } from "../../view/index.ts";
import { roughRound } from "../rough-round.ts";
import type { RowSlice } from "./shape.ts";

/** Where a crown has its middle, as a part of the tree, how far it reaches up and down, and to either side. */
const CROWN = { middle: 0.68, up: 0.32, across: 0.33 } as const;
/** Where a crown begins: there its trunk ends. */
export const CROWN_FOOT = CROWN.middle - CROWN.up;

/** A crown's outline round a tree from foot to head: lobes of its own, and its lowest point just at the trunk's end. */
export function crownOf(foot: Vec3, head: Vec3, n: number): Vec3[] {
  const up = minus(head, foot);
  const centre = add(foot, up, CROWN.middle);
  const across: Vec3 = [sizeOf(up) * CROWN.across, 0, 0];
  const rough = roughRound(centre, across, scaled(up, CROWN.up), n);
  // Three quarters round is straight down.
  const lowest = rough[Math.round((rough.length - 1) * 0.75)];
  const reach = lowest ? sizeOf(minus(lowest, centre)) / (sizeOf(up) * CROWN.up) : 1;
  return rough.map((p) => add(centre, minus(p, centre), 1 / reach));
}

/** By how many of its points a crown hides what is behind it. */
const SCREEN_POINTS = 24;

/** The same as a screen that hides what stands behind. */
export function crownScreen(foot: Vec3, head: Vec3, n: number): Vec3[] {
  const outline = crownOf(foot, head, n).slice(0, -1);
  return Array.from(
    { length: SCREEN_POINTS },
    (_, k) => outline[(k * outline.length) / SCREEN_POINTS] ?? head,
  );
}

/** Crowns are freehand: a rough round over each trunk, the first drawn first; then the trunks, firm up to where they begin. */
export function drawCrowns(page: Page, slice: RowSlice): void {
  page.phase("crowns");
  for (let n = 1; n <= slice.count; n++)
    page.freehand(`crown-${n}`, crownOf(page.at(`foot-${n}`), page.at(`head-${n}`), n), {
      on: [page.id(`crown-${n}`)],
    });
  page.phase("trunks");
  for (let n = 1; n <= slice.count; n++)
    if (page.isFound(`crown-foot-${n}`))
      page.trace(`trunk-${n}`, `foot-${n}`, `crown-foot-${n}`, { called: "trunk" });
}
