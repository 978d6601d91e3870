import type { Page } from "../page/index.ts";
import {
  type Block,
  type Edge,
  type Profile,
  type ProfilePoint,
  prism,
  type Solid,
} from "../solids/index.ts";
import type { Axis } from "../view/index.ts";

/** Which side of a block a profile lies on: the front, swept away from us, or the left side, swept across. */
export type ProfileSide = "front" | "side";

export const PROFILE_PLANE = {
  front: { plane: ["width", "height"], sweep: "depth", end: "front" },
  side: { plane: ["depth", "height"], sweep: "width", end: "left" },
} as const satisfies Record<ProfileSide, { plane: readonly [Axis, Axis]; sweep: Axis; end: string }>;

/** A profile of straight sides from its corners in order, in shares along the plane's two axes. */
export function straightProfile(
  plane: readonly [Axis, Axis],
  rings: readonly (readonly (readonly [name: string, across: number, up: number])[])[],
  convex = false,
): Profile {
  return {
    plane,
    convex,
    rings: rings.map((ring) => ring.map(([name, across, up]): ProfilePoint => ({ name, at: [across, up] }))),
  };
}

/** The solid that a closed profile, its sides straight or curved, makes when it is swept through a block. */
export function sweptSolid(block: Block, side: ProfileSide, ring: readonly ProfilePoint[]): Solid {
  const { plane, sweep } = PROFILE_PLANE[side];
  return prism(block, { plane, rings: [ring], convex: false }, { axis: sweep, from: 0, to: 1 }, true);
}

/**
 * Draws one end of a swept profile going round it: from a found corner every side that runs along an axis is
 * ruled and measured, slanting ones join corners already found.
 */
function drawProfileRound(page: Page, end: string): void {
  const isOfEnd = (e: Edge) => e.from.startsWith(`${end}-`) && e.to.startsWith(`${end}-`);
  const sides = page.solid.edges.filter((e) => isOfEnd(e) && page.shows(e) && !e.arc && !e.light);
  for (let going = true; going; ) {
    going = false;
    for (const side of sides) {
      if (page.isRuled(side.id) || !side.axis) continue;
      const [a, b] = [page.isFound(side.from), page.isFound(side.to)];
      if (a === b) continue;
      page.ruleMeasured(side, a ? side.from : side.to);
      going = true;
    }
  }
  page.ruleRemaining((e) => sides.includes(e));
  page.curveRemaining((e) => isOfEnd(e) && page.shows(e));
}

/** Draws a swept profile as the class does: its near end from one measured corner, going round, then the sweep. */
export function drawSwept(
  page: Page,
  side: ProfileSide,
  start: string,
  seeThrough = false,
  onlyRays = false,
): void {
  const { sweep, end } = PROFILE_PLANE[side];
  page.phase("front");
  page.markFromEdges(`${end}-${start}`);
  drawProfileRound(page, end);
  if (onlyRays) {
    page.phase("guides");
    circleMany(page, sweep);
    page.ruleRays(sweep);
    return;
  }
  sweepProfile(page, sweep, seeThrough);
}

/** Where a far curve begins and ends no edge leads: a light line to the vanishing point does, and is rubbed out again. */
function ruleSeams(page: Page, sweep: Axis): { id: string; from: string; to: string }[] {
  const arcs = page.solid.edges.filter((e) => e.arc && page.shows(e) && !page.isRuled(e.id));
  return page.solid.edges.flatMap((e) => {
    if (e.axis !== sweep || !e.smooth || page.isRuled(e.id)) return [];
    const [from, to] = page.isFound(e.from) ? [e.from, e.to] : [e.to, e.from];
    const carries = arcs.some((arc) => arc.from === to || arc.to === to);
    if (!carries || !page.isFound(from) || page.isFound(to)) return [];
    page.ruleAlong(e.id, from, to, sweep, {
      role: "construction",
      light: true,
      tail: true,
      called: "light line for the curve",
    });
    page.countAsRuled(e.id);
    return [{ id: e.id, from, to }];
  });
}

/** With so many corners to send back, a class loses count: circle them first. */
const WORTH_CIRCLING = 5;

function circleMany(page: Page, sweep: Axis): void {
  const corners = page.guidesToRule(sweep).map((g) => g.from);
  if (corners.length >= WORTH_CIRCLING) page.circle("corners", corners);
}

/**
 * Sweeps a drawn profile: every corner that shows to the sweep's vanishing point, one mark for the depth, then the
 * profile's lines once more, each ending exactly on its own guide.
 */
function sweepProfile(page: Page, sweep: Axis, seeThrough: boolean): void {
  page.phase("guides");
  circleMany(page, sweep);
  page.ruleGuides(sweep);
  const seams = ruleSeams(page, sweep);
  page.phase("close");
  page.markDepth(sweep);
  page.ruleRemaining((edge) => page.shows(edge));
  for (const { id, from, to } of seams) if (!page.isFound(to)) page.measureOnLine(to, from, id);
  page.curveRemaining((edge) => page.shows(edge));
  if (!seeThrough) return;
  page.phase("see-through");
  page.ruleGuides(sweep, "hidden");
  page.markDepth(sweep);
  page.ruleRemaining((edge) => !edge.smooth);
  page.curveRemaining(() => true);
}
