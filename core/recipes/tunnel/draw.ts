import { type Built, FLAT, type Page } from "../../page/index.ts";
import { pointInBlock } from "../../solids/index.ts";
import { minus, scaled, type Vec3 } from "../../view/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import type { TunnelSlice } from "./shape.ts";

export const drawing: Drawing<TunnelSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: solveTunnel,
  draw: drawTunnel,
};

const LINES = [
  ["left-foot", 0, 0],
  ["right-foot", 1, 0],
  ["left-spring", 0, "springing"],
  ["right-spring", 1, "springing"],
  ["crown", 0.5, 1],
] as const;

function solveTunnel(slice: TunnelSlice, context: SolveContext): Built {
  const { block, tie, findings } = layBlock(slice, context);
  const points: Record<string, Vec3> = {};
  for (let i = 1; i <= slice.arches; i++) {
    const back = slice.arches === 1 ? 0 : (i - 1) / (slice.arches - 1);
    for (const [name, across, up] of LINES)
      points[`${name}-${i}`] = pointInBlock(block, across, up === "springing" ? slice.springing : up, back);
    points[`spring-middle-${i}`] = pointInBlock(block, 0.5, slice.springing, back);
  }
  return { solid: { ...FLAT, corners: {} }, block, points, called: callArches(slice), tie, findings };
}

/**
 * Draws arches one behind the other: the nearest measured, guides from its feet, its springing and its crown to the
 * vanishing point; each next one marked on a foot guide, its uprights between the guides, its arch over them with the
 * crown on the middle guide.
 */
function drawTunnel(page: Page, slice: TunnelSlice): void {
  const n = slice.arches;
  const uprights = slice.order === "uprights-first";
  const help = { role: "construction", light: true } as const;

  page.phase("nearest");
  page.markFromEdges("left-foot-1");
  page.ruleAlong("foot-line-1", "left-foot-1", "right-foot-1", "width", {
    ...help,
    measured: true,
    called: "line between the feet",
  });
  const shown = uprights ? ({ role: "outline" } as const) : help;
  for (const side of ["left", "right"])
    page.ruleAlong(`${side}-upright-1`, `${side}-foot-1`, `${side}-spring-1`, "height", {
      ...shown,
      measured: true,
      called: `${side} upright`,
    });
  page.join("spring-line-1", "left-spring-1", "right-spring-1", { ...help, called: "line of the springing" });
  page.partBetween("spring-middle-1", "left-spring-1", "right-spring-1");
  page.ruleAlong("crown-line-1", "spring-middle-1", "crown-1", "height", {
    ...help,
    measured: true,
    called: "upright to the crown",
  });
  drawArch(page, 1);
  if (n === 1) return;

  page.phase("guides");
  for (const [name] of LINES)
    page.ruleAlong(`${name}-guide`, `${name}-1`, `${name}-${n}`, "depth", {
      ...help,
      tail: true,
      called: "guide",
    });

  for (let i = 2; i <= n; i++) {
    page.phase(`arch-${i}`);
    page.measureOnLine(`left-foot-${i}`, "left-foot-1", "left-foot-guide");
    page.ruleAlong(`left-upright-${i}`, `left-foot-${i}`, `left-spring-${i}`, "height", {
      ...shown,
      called: "left upright",
    });
    page.ruleAlong(`foot-line-${i}`, `left-foot-${i}`, `right-foot-${i}`, "width", {
      ...help,
      called: "line between the feet",
    });
    page.ruleAlong(`right-upright-${i}`, `right-foot-${i}`, `right-spring-${i}`, "height", {
      ...shown,
      called: "right upright",
    });
    drawArch(page, i);
  }
}

function drawArch(page: Page, i: number): void {
  const middle = page.at(`spring-middle-${i}`);
  page.curve(`arch-${i}`, {
    centre: middle,
    across: scaled(minus(page.at(`right-spring-${i}`), page.at(`left-spring-${i}`)), 0.5),
    up: minus(page.at(`crown-${i}`), middle),
    fromRad: Math.PI,
    toRad: 0,
  });
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
