import { type Built, FLAT, type Page } from "../../page/index.ts";
import { add, minus, scaled, sizeOf, type Vec3 } from "../../view/index.ts";
import { extentVector, impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import { roughRound } from "../rough-round.ts";
import type { RowSlice } from "./shape.ts";

export const drawing: Drawing<RowSlice> = {
  impossible: (slice, frame) =>
    impossibleExtents({ ...slice.handles, [slice.along]: slice.handles.gap }, frame).map((f) =>
      f.field === `handles.${slice.along}` ? { ...f, field: "handles.gap" } : f,
    ),
  solve: solveRow,
  draw: drawRow,
};

function solveRow(slice: RowSlice, context: SolveContext): Built {
  const { block, tie, findings } = layBlock({ ...slice, depthSetBy: "ground" }, context);
  const { frame, view } = context;
  const gap = extentVector(
    frame.axes[slice.along],
    slice.handles.gap,
    block.origin[2],
    view.camera.distanceMm,
  );
  const points: Record<string, Vec3> = {};
  const feet = Array.from({ length: slice.count }, (_, i) =>
    add(block.origin, gap, gapsTo(slice, i, block.origin, gap)),
  );
  for (const [i, foot] of feet.entries()) {
    const n = i + 1;
    points[`foot-${n}`] = foot;
    points[`head-${n}`] = add(foot, block.height);
    points[`middle-${n}`] = add(foot, block.height, 0.5);
    for (const [r, up] of slice.rails.entries()) points[`rail-${r + 1}-${n}`] = add(foot, block.height, up);
  }
  return { solid: { ...FLAT, corners: {} }, block, points, called: callPosts(slice), tie, findings };
}

/** How many first gaps lie before post `i`: whole ones at equal spacing; by eye each gap on paper keeps its ratio. */
function gapsTo(slice: RowSlice, i: number, origin: Vec3, gap: Vec3): number {
  const z1 = add(origin, gap)[2];
  if (slice.spacing === "equal" || z1 === origin[2]) return i;
  const ratio = origin[2] / z1;
  // By eye the distance left to the vanishing point shrinks in the same ratio each time: z grows as a power.
  return (origin[2] / ratio ** i - origin[2]) / (z1 - origin[2]);
}

/**
 * Draws a row: the first post measured, guides from its foot and its head to the vanishing point, the second post
 * where it looks right; every next one where the line from a head through the middle of the next post meets the ground
 * guide. Rails and wires last.
 */
function drawRow(page: Page, slice: RowSlice): void {
  const { along, count: n } = slice;
  const help = { role: "construction", light: true } as const;

  page.phase("first");
  page.markFromEdges("foot-1");
  page.ruleAlong("post-1", "foot-1", "head-1", "height", { measured: true, called: "first upright" });

  page.phase("guides");
  page.ruleAlong("ground-guide", "foot-1", `foot-${n}`, along, {
    ...help,
    tail: true,
    called: "ground guide",
  });
  page.ruleAlong("head-guide", "head-1", `head-${n}`, along, {
    ...help,
    tail: true,
    called: "guide of the heads",
  });
  const byDiagonal = slice.spacing === "equal" && n > 2 && !page.isFlat(along);
  if (byDiagonal) {
    page.partBetween("middle-1", "foot-1", "head-1");
    page.ruleAlong("middle-guide", "middle-1", `middle-${n}`, along, {
      ...help,
      tail: true,
      called: "guide of the middles",
    });
  }

  page.phase("others");
  for (let i = 2; i <= n; i++) {
    if (byDiagonal && i > 2)
      page.joinOn(`diagonal-${i - 2}`, `head-${i - 2}`, `middle-${i - 1}`, `foot-${i}`, {
        ...help,
        called: "line from the head through the next post's middle",
      });
    if (slice.spacing === "by-eye" && i > 2) page.byEye("line");
    if (!page.isFound(`foot-${i}`)) page.measureOnLine(`foot-${i}`, "foot-1", "ground-guide");
    page.ruleAlong(`post-${i}`, `foot-${i}`, `head-${i}`, "height", { called: "upright" });
  }
  page.byEye(null);

  if (slice.kind === "trees") drawCrowns(page, slice);
  if (slice.rails.length > 0) drawRails(page, slice);
  if (slice.sag > 0) drawWires(page, slice);
}

/** Rails: marked on the first post, carried to the vanishing point, drawn firmly from the first post to the last. */
function drawRails(page: Page, slice: RowSlice): void {
  page.phase("rails");
  for (const r of slice.rails.keys()) {
    const [a, b] = [`rail-${r + 1}-1`, `rail-${r + 1}-${slice.count}`];
    if (!page.isFound(a)) page.partBetween(a, "foot-1", "head-1");
    page.ruleAlong(`rail-${r + 1}`, a, b, slice.along, { role: "detail", called: "rail" });
  }
}

/** Points along a wire between two heads; more are not seen on any sheet. */
const WIRE_POINTS = 17;

function drawWires(page: Page, slice: RowSlice): void {
  page.phase("wires");
  for (let i = 1; i < slice.count; i++) {
    const [a, b] = [page.at(`head-${i}`), page.at(`head-${i + 1}`)];
    const drop = scaled(minus(page.at(`head-${i}`), page.at(`foot-${i}`)), -slice.sag);
    // A slack wire hangs nearly as a parabola: lowest in the middle, 4·t·(1 − t) of the sag elsewhere.
    const points = Array.from({ length: WIRE_POINTS }, (_, k) => {
      const t = k / (WIRE_POINTS - 1);
      return add(add(a, minus(b, a), t), drop, 4 * t * (1 - t));
    });
    page.freehand(`wire-${i}`, points, { role: "detail" });
  }
}

/** Crowns are freehand: a rough round over each trunk, as wide as two thirds of the tree, drawn nearest first. */
function drawCrowns(page: Page, slice: RowSlice): void {
  page.phase("crowns");
  for (let i = 1; i <= slice.count; i++) {
    const [foot, head] = [page.at(`foot-${i}`), page.at(`head-${i}`)];
    const up = minus(head, foot);
    const centre = add(foot, up, 0.72);
    const across: Vec3 = [sizeOf(up), 0, 0];
    page.freehand(`crown-${i}`, roughRound(centre, scaled(across, 0.33), scaled(up, 0.36), i), {});
  }
}

function callPosts(slice: RowSlice): Record<string, string> {
  const one = slice.kind === "trees" ? "tree" : "post";
  const called: Record<string, string> = {};
  for (let n = 1; n <= slice.count; n++) {
    called[`foot-${n}`] = `foot of ${one} ${n}`;
    called[`head-${n}`] = `head of ${one} ${n}`;
    called[`middle-${n}`] = `middle of ${one} ${n}`;
    for (const r of slice.rails.keys()) called[`rail-${r + 1}-${n}`] = `rail on ${one} ${n}`;
  }
  return called;
}
