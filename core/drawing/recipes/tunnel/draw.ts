import { type Built, FLAT, type Page } from "../../page/index.ts";
import { pointInBlock } from "../../solids/index.ts";
import { minus, scaled, type Vec3 } from "../../view/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { TunnelSlice } from "./shape.ts";

export const drawing: Drawing<TunnelSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: solveTunnel,
  draw: drawTunnel,
};

const SIDES = ["left", "right"] as const;

const POINTS = [
  ["left-foot", 0, 0],
  ["right-foot", 1, 0],
  ["left-spring", 0, "springing"],
  ["right-spring", 1, "springing"],
  ["spring-middle", 0.5, "springing"],
  ["crown", 0.5, 1],
] as const;

function solveTunnel(slice: TunnelSlice, context: SolveContext): Built {
  const { block, tie, findings } = layBlock(slice, context);
  const points: Record<string, Vec3> = {};
  for (let i = 1; i <= slice.arches; i++) {
    const back = slice.arches === 1 ? 0 : (i - 1) / (slice.arches - 1);
    for (const [name, across, up] of POINTS)
      points[`${name}-${i}`] = pointInBlock(block, across, up === "springing" ? slice.springing : up, back);
  }
  return { solid: { ...FLAT, corners: {} }, block, points, called: callArches(slice), tie, findings };
}

/** What the lines of a tunnel have in common: those of one that stands in a room run over its walls. */
interface How {
  readonly on: readonly string[];
  readonly room: string | null;
}

const HELP = { role: "construction", light: true } as const;

/**
 * Draws arches one behind the other, their uprights first or last: the nearest measured, guides from it to the vanishing point,
 * each next one marked on a guide, its arch over the springing with the crown on the middle guide. What runs off the sheet at
 * the top shows as two stubs; then the next arch has the first crown.
 */
function drawTunnel(page: Page, slice: TunnelSlice): void {
  const n = slice.arches;
  const how = standsIn(page, slice);
  const uprightsFirst = slice.order === "uprights-first";
  if (how.room !== null) page.goesOnFrom(how.room);

  page.phase("nearest");
  if (uprightsFirst) startAtFeet(page, how);
  else startAtSpringing(page, how);
  raiseCrown(page, 1, how);
  drawArch(page, 1, how);
  if (n > 1) {
    page.phase("guides");
    for (const name of uprightsFirst ? FROM_FEET : FROM_SPRINGING) ruleGuide(page, name, 1, n, how);
  }
  for (let i = 2; i <= n; i++) {
    page.phase(`arch-${i}`);
    if (uprightsFirst) raiseUprights(page, i, how);
    else carrySpringing(page, i, how);
    raiseCrown(page, i, how);
    drawArch(page, i, how);
    if (i < n && page.isFound(`crown-${i}`) && !page.isFound("crown-1") && !page.isFound(`crown-${i - 1}`))
      ruleGuide(page, "crown", i, n, how);
  }
  if (slice.order === "arches-first") dropUprights(page, n, how);
}

const FROM_FEET = [
  "left-foot",
  "right-foot",
  "left-spring",
  "right-spring",
  "spring-middle",
  "crown",
] as const;
const FROM_SPRINGING = ["left-spring", "right-spring", "spring-middle", "crown"] as const;

/** The room a tunnel stands in, whose walls never hide it. */
function standsIn(page: Page, { depthSetBy }: TunnelSlice): How {
  const host = typeof depthSetBy === "object" ? depthSetBy.object : null;
  const solid = host === null ? null : page.solidOf(host);
  if (!solid?.seenFromInside) return { on: [], room: null };
  return { on: solid.faces.map((f) => `${host}/${f.id}`), room: host };
}

/** The nearest arch from its feet: both uprights measured, a line across between their tops. */
function startAtFeet(page: Page, { on }: How): void {
  page.markFromEdges("left-foot-1");
  page.ruleAlong("foot-line-1", "left-foot-1", "right-foot-1", "width", {
    ...HELP,
    on,
    measured: true,
    called: "line between the feet",
  });
  for (const side of SIDES)
    page.ruleAlong(`${side}-upright-1`, `${side}-foot-1`, `${side}-spring-1`, "height", {
      on,
      measured: true,
      called: `${side} upright`,
    });
  page.join("spring-line-1", "left-spring-1", "right-spring-1", { ...HELP, on, called: SPRINGING });
}

const SPRINGING = "line of the springing";

/** The nearest arch from where it springs: one line across, measured. */
function startAtSpringing(page: Page, { on }: How): void {
  page.markFromEdges("left-spring-1");
  page.ruleAlong("spring-line-1", "left-spring-1", "right-spring-1", "width", {
    ...HELP,
    on,
    measured: true,
    called: SPRINGING,
  });
}

/** A guide from a point of one arch to the last; where a line of the room runs there already it serves. */
function ruleGuide(page: Page, name: string, from: number, to: number, { on }: How): void {
  const [a, b] = [`${name}-${from}`, `${name}-${to}`];
  // A guide that is nearly upright crosses no upright where a pencil could mark it: then every crown is measured.
  if (name === "crown" && isSteep(page, a, b)) return;
  // Halves of what faces us are halved by the ruler; only a springing that runs away needs a guide for its middle.
  if (!page.isFound(a) || page.lineThrough(b) || (name === "spring-middle" && page.isFlat("width"))) return;
  page.ruleAlong(`${name}-guide`, a, b, "depth", { ...HELP, on, tail: true, called: "guide" });
}

/** Steeper than this to an upright, in shares of its height, two lines cross cleanly: about 20 degrees. */
const CLEAN_SLOPE = 0.36;

function isSteep(page: Page, from: string, to: string): boolean {
  const [a, b] = [page.onPaper(from), page.onPaper(to)];
  return Math.abs(b.xMm - a.xMm) < CLEAN_SLOPE * Math.abs(b.yMm - a.yMm);
}

/** The uprights of a further arch between the guides, and a line across between their tops. */
function raiseUprights(page: Page, i: number, { on }: How): void {
  const guide = page.lineThrough(`left-foot-${i}`);
  if (guide) page.measureOnLine(`left-foot-${i}`, "left-foot-1", guide.id);
  page.ruleAlong(`left-upright-${i}`, `left-foot-${i}`, `left-spring-${i}`, "height", {
    on,
    called: "left upright",
  });
  page.ruleAlong(`foot-line-${i}`, `left-foot-${i}`, `right-foot-${i}`, "width", {
    ...HELP,
    on,
    called: "line between the feet",
  });
  page.ruleAlong(`right-upright-${i}`, `right-foot-${i}`, `right-spring-${i}`, "height", {
    on,
    called: "right upright",
  });
  page.join(`spring-line-${i}`, `left-spring-${i}`, `right-spring-${i}`, { ...HELP, on, called: SPRINGING });
}

/** The springing of a further arch: one mark on a guide, a line across to the other. */
function carrySpringing(page: Page, i: number, { on }: How): void {
  const guide = page.lineThrough(`left-spring-${i}`);
  if (guide) page.measureOnLine(`left-spring-${i}`, "left-spring-1", guide.id);
  page.ruleAlong(`spring-line-${i}`, `left-spring-${i}`, `right-spring-${i}`, "width", {
    ...HELP,
    on,
    called: SPRINGING,
  });
}

/** A crown this near the sheet's edge still lies on it. */
const ON_EDGE_MM = 0.05;

/** From the middle of the springing straight up to the crown: to the crowns' guide, or measured where there is none yet. */
function raiseCrown(page: Page, i: number, { on }: How): void {
  const middle = `spring-middle-${i}`;
  if (page.onPaper(`crown-${i}`).yMm < -ON_EDGE_MM) return;
  if (!page.isFound(middle) && page.isFound(`right-spring-${i}`))
    page.partBetween(middle, `left-spring-${i}`, `right-spring-${i}`);
  if (!page.isFound(middle)) return;
  page.ruleAlong(`crown-line-${i}`, `spring-middle-${i}`, `crown-${i}`, "height", {
    ...HELP,
    on,
    measured: true,
    called: "upright to the crown",
  });
}

/** Uprights last: the nearest measured down from the springing, its feet's guides, then all others down to these. */
function dropUprights(page: Page, n: number, how: How): void {
  const { on } = how;
  const drop = (side: string, i: number) =>
    page.ruleAlong(`${side}-upright-${i}`, `${side}-spring-${i}`, `${side}-foot-${i}`, "height", {
      on,
      measured: true,
      called: `${side} upright`,
    });
  page.phase("uprights");
  drop("left", 1);
  if (!page.isFlat("width"))
    page.ruleAlong("foot-line-1", "left-foot-1", "right-foot-1", "width", {
      ...HELP,
      on,
      called: "line between the feet",
    });
  drop("right", 1);
  if (n === 1) return;
  page.phase("feet");
  for (const side of SIDES) ruleGuide(page, `${side}-foot`, 1, n, how);
  for (let i = 2; i <= n; i++) for (const side of SIDES) drop(side, i);
}

function drawArch(page: Page, i: number, { on }: How): void {
  const middle = page.at(`spring-middle-${i}`);
  const arc = {
    centre: middle,
    across: scaled(minus(page.at(`right-spring-${i}`), page.at(`left-spring-${i}`)), 0.5),
    up: minus(page.at(`crown-${i}`), middle),
    fromRad: Math.PI,
    toRad: 0,
  };
  page.curve(`arch-${i}`, arc, { on });
}

function callArches(slice: TunnelSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (let i = 1; i <= slice.arches; i++) {
    const which = i === 1 ? "nearest arch" : `arch ${i}`;
    called[`left-foot-${i}`] = `left foot of the ${which}`;
    called[`right-foot-${i}`] = `right foot of the ${which}`;
    called[`left-spring-${i}`] = `left springing of the ${which}`;
    called[`right-spring-${i}`] = `right springing of the ${which}`;
    called[`crown-${i}`] = `crown of the ${which}`;
    called[`spring-middle-${i}`] = `middle of the springing of the ${which}`;
  }
  return called;
}
