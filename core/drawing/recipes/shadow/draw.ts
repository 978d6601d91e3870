import type { Built, Page, ThrownShadow } from "../../page/index.ts";
import { cornerAt } from "../../solids/index.ts";
import { dot, minus, scaled } from "../../view/index.ts";
import type { Drawing } from "../recipe.ts";
import type { ShadowSlice } from "./shape.ts";
import { solveShadow } from "./solve.ts";

export const drawing: Drawing<ShadowSlice> = {
  impossible: () => [],
  solve: solveShadow,
  draw: drawShadow,
};

const HELP = { role: "construction", light: true } as const;

/**
 * Draws a shadow: from the foot of each upright a line away from the sun's foot on the horizon, from its head a line
 * away from the sun; where they cross lies the shadow of the head. The points are joined and the ground filled. What stands
 * thin throws just that line; the shadow of a crown is drawn freely at its end.
 */
function drawShadow(page: Page, slice: ShadowSlice, built: Built): void {
  const { shadow } = built;
  if (!shadow || (shadow.rings.length === 0 && shadow.sticks.length === 0)) return;
  page.goesOnFrom(slice.of);

  page.phase("sun");
  page.markFromEdges("sun");
  page.markFromEdges("sun-foot");

  page.phase("rays");
  const corners = [
    ...new Set([
      ...shadow.stretches.flatMap(({ line }) => line),
      ...shadow.sticks.flatMap(({ from, to }) => [`shadow-${from}`, `shadow-${to}`]),
    ]),
  ];
  for (const name of corners) throwCorner(page, slice.of, name, shadow);
  for (const name of corners) if (!page.isFound(name)) page.markFromEdges(name);

  drawSticks(page, shadow);
  drawOutline(page, shadow);
  for (const { name, on, rings } of built.patches ?? []) page.fillRings(name, rings, 3, [on]);
  if (shadow.rings.length > 0)
    page.fillRings(
      "shadow",
      shadow.rings.map((ring) => ring.map((name) => page.at(name))),
      3,
      [],
    );
}

/** Finds the shadow of a corner by its two lines: on the ground away from the sun's foot, and away from the sun. */
function throwCorner(page: Page, hostId: string, name: string, { sticks }: ThrownShadow): void {
  const corner = name.slice("shadow-".length);
  const from = `${hostId}/${corner}`;
  if (page.isFound(name) || !page.isFound(from)) return;
  const stick = sticks.find((s) => s.from === corner || s.to === corner);
  const foot = stick ? `${hostId}/${stick.from}` : footBelow(page, hostId, corner);
  if (foot === from) {
    page.takeFrom(name, from);
    return;
  }
  if (!foot && !dropPlumb(page, from, `foot-${corner}`)) return;
  page.ruleAwayFrom(`ground-${corner}`, "sun-foot", foot ?? `foot-${corner}`, name, {
    ...HELP,
    called: "line on the ground, away from the sun's foot",
  });
  page.ruleAwayFrom(`ray-${corner}`, "sun", from, name, { ...HELP, called: "line away from the sun" });
}

/** Finds the foot below a corner that stands over a line of the ground: straight down to it. False where no such line is there. */
function dropPlumb(page: Page, from: string, foot: string): boolean {
  if (page.isFound(foot)) return true;
  if (!page.knows(foot) || !page.squarestCrossing(foot, page.spaceLine(foot, from, foot).onPaper))
    return false;
  page.ruleAlong(`plumb-${foot}`, from, foot, "height", {
    ...HELP,
    called: "line straight down to the ground",
  });
  return page.isFound(foot);
}

/** Posts throw the ground's own line, firm from the foot to the shadow of the head; crowns are drawn freely. */
function drawSticks(page: Page, { sticks, crowns, onWalls }: ThrownShadow): void {
  if (sticks.length === 0) return;
  page.phase("sticks");
  for (const { name, from, to } of sticks)
    if (page.isFound(`shadow-${from}`) && page.isFound(`shadow-${to}`))
      page.trace(`stick-${name}`, `shadow-${from}`, `shadow-${to}`, {
        role: "detail",
        called: "shadow of a post",
      });
  for (const { name, on } of onWalls) {
    const [low, high] = [`${name}-low`, `${name}-high`];
    for (const end of [low, high]) if (!page.isFound(end)) page.markFromEdges(end);
    page.join(name, low, high, { role: "detail", on: [on], called: "shadow on the wall" });
  }
  if (crowns.length === 0) return;
  page.phase("crown-shadows");
  for (const { name, ring } of crowns) page.freehand(`crown-${name}`, ring, {});
  for (const { name, ring } of crowns) page.fill(`crown-${name}`, ring, 3);
}

/** The outline: joined at once where no line crosses another; else all lines lightly first, then firm from knot to knot. */
function drawOutline(page: Page, { stretches, knots, curves }: ThrownShadow): void {
  if (stretches.length === 0) return;
  const crossed = Object.keys(knots).length > 0;
  if (!crossed) {
    page.phase("fill");
    drawCurves(page, curves);
    for (const [i, { from, to }] of stretches.entries())
      page.join(`edge-${i + 1}`, from, to, { role: "detail", called: "edge of the shadow" });
    return;
  }
  page.phase("lines");
  const lines = new Map(stretches.map(({ line }) => [[...line].sort().join(" "), line]));
  for (const [i, [a, b]] of [...lines.values()].entries())
    page.join(`line-${i + 1}`, a, b, { ...HELP, called: "line between two corners' shadows" });
  page.phase("fill");
  drawCurves(page, curves);
  for (const [i, { from, to }] of stretches.entries())
    if (page.isFound(from) && page.isFound(to))
      page.trace(`edge-${i + 1}`, from, to, { role: "detail", called: "edge of the shadow" });
}

/** The shadows of round edges, swung through a few of their places. */
function drawCurves(page: Page, curves: ThrownShadow["curves"]): void {
  for (const { name, arc, through } of curves) {
    for (const place of through) if (!page.isFound(place)) page.markFromEdges(place);
    page.curve(name, arc, { role: "detail" });
  }
}

/** The corner on the ground straight below a corner of the host, when the host has found it. */
function footBelow(page: Page, hostId: string, corner: string): string | null {
  const solid = page.solidOf(hostId);
  if (!solid) return null;
  const { normal, offsetMm } = page.view.ground;
  const p = cornerAt(solid, corner);
  for (const [name, q] of Object.entries(solid.corners)) {
    if (Math.abs(dot(normal, q) - offsetMm) > 1e-6 * Math.abs(offsetMm)) continue;
    const off = minus(p, q);
    const aside = minus(off, scaled(normal, dot(off, normal)));
    if (Math.hypot(...aside) < 1e-6 * Math.abs(offsetMm) && page.isFound(`${hostId}/${name}`))
      return `${hostId}/${name}`;
  }
  return null;
}
