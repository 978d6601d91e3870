import { type Built, FLAT, type Page } from "../../page/index.ts";
import { type Block, pointInBlock } from "../../solids/index.ts";
import { add, scaled, sizeOf, unit, type Vec3 } from "../../view/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { FloorSlice } from "./shape.ts";

export const drawing: Drawing<FloorSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: solveFloor,
  draw: drawFloor,
};

function solveFloor(slice: FloorSlice, context: SolveContext): Built {
  const { block: laid, tie, findings } = layBlock({ ...slice, depthSetBy: "ground" }, context);
  const block = slice.spacing === "square" ? withSquareTiles(laid, slice) : laid;
  const points: Record<string, Vec3> = {};
  const rows = rowShares(slice, block.origin, block.depth);
  for (let i = 0; i <= slice.columns; i++)
    for (const [j, share] of rows.entries())
      points[crossing(i, j)] = pointInBlock(block, i / slice.columns, 0, share);
  // The far end of the first diagonal: it strikes through one tile a row.
  const steps = Math.min(slice.columns, slice.rows);
  points["diagonal-end"] = points[crossing(steps, steps)] ?? block.origin;
  return { solid: { ...FLAT, corners: {} }, block, points, called: callCrossings(slice), tie, findings };
}

/** The block as deep as its rows of square tiles. */
function withSquareTiles(block: Block, { columns, rows }: FloorSlice): Block {
  const tile = sizeOf(block.width) / columns;
  return { ...block, depth: scaled(unit(block.depth), tile * rows) };
}

/** Shares of the depth at which the rows end: equal in truth, or on paper each the same part of what is left. */
function rowShares(slice: FloorSlice, origin: Vec3, depth: Vec3): number[] {
  const n = slice.rows;
  if (slice.spacing !== "by-eye") return Array.from({ length: n + 1 }, (_, j) => j / n);
  // By eye every gap shrinks in the same ratio as the last row's distance to the far edge shows it.
  const [zNear, zFar] = [origin[2], add(origin, depth)[2]];
  const ratio = zFar > 0 ? (zNear / zFar) ** (1 / n) : 1;
  return Array.from({ length: n + 1 }, (_, j) => {
    if (zFar === zNear) return j / n;
    return (zNear / ratio ** j - zNear) / (zFar - zNear);
  });
}

/**
 * Draws a tiled floor: the near edge with equal ticks, a ray from each to the vanishing point, one row measured,
 * the others where the diagonal of the tiles strikes the rays; then every other tile is filled.
 */
function drawFloor(page: Page, slice: FloorSlice): void {
  const { columns: n, rows: m } = slice;
  const line = { role: "detail", called: "level line" } as const;

  page.phase("ticks");
  page.markFromEdges(crossing(0, 0));
  page.ruleAlong("near-edge", crossing(0, 0), crossing(n, 0), "width", {
    ...line,
    measured: true,
    called: "near edge",
  });
  for (let i = 1; i < n; i++) page.measure(crossing(i, 0), crossing(0, 0), crossing(n, 0));

  page.phase("rays");
  for (let i = 0; i <= n; i++)
    page.ruleAlong(`ray-${i}`, crossing(i, 0), crossing(i, m), "depth", {
      role: "detail",
      tail: true,
      called: "ray",
    });

  page.phase("rows");
  const first = slice.spacing !== "by-eye" && Math.min(n, m) > 1;
  if (first) {
    page.partWay(crossing(0, 1), crossing(0, 0), "depth");
    page.ruleAlong("level-1", crossing(0, 1), crossing(n, 1), "width", line);
    page.joinOn("diagonal", crossing(0, 0), crossing(1, 1), "diagonal-end", {
      role: "construction",
      light: true,
      called: "diagonal through the tiles",
    });
  }
  // A strip one tile wide has no diagonal to find its rows by: all are marked, then ruled.
  if (!first && slice.spacing !== "by-eye")
    for (let j = 1; j <= m; j++) page.partWay(crossing(0, j), crossing(0, 0), "depth");
  for (let j = first ? 2 : 1; j <= m; j++) {
    if (slice.spacing === "by-eye" && j > 1) page.byEye("line");
    const found = Array.from({ length: n + 1 }, (_, i) => crossing(i, j)).find((p) => page.isFound(p));
    if (found === undefined) page.partWay(crossing(0, j), crossing(0, 0), "depth");
    ruleRow(page, j, n, line);
  }
  page.byEye(null);

  if (!slice.chequered) return;
  page.phase("tiles");
  for (let j = 0; j < m; j++)
    for (let i = j % 2; i < n; i += 2)
      page.fill(
        `tile-${i + 1}-${j + 1}`,
        [crossing(i, j), crossing(i + 1, j), crossing(i + 1, j + 1), crossing(i, j + 1)].map((p) =>
          page.at(p),
        ),
        2,
      );
}

/** A level line through the crossing found for its row, right across the floor. */
function ruleRow(page: Page, j: number, n: number, line: { role: "detail"; called: string }): void {
  const found =
    Array.from({ length: n + 1 }, (_, i) => crossing(i, j)).find((p) => page.isFound(p)) ?? crossing(0, j);
  page.ruleAlong(`level-${j}`, found, found === crossing(n, j) ? crossing(0, j) : crossing(n, j), "width", {
    ...line,
    between: [crossing(0, j), crossing(n, j)],
  });
}

function crossing(i: number, j: number): string {
  return `crossing-${i}-${j}`;
}

function callCrossings(slice: FloorSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (let i = 0; i <= slice.columns; i++)
    for (let j = 0; j <= slice.rows; j++)
      called[crossing(i, j)] =
        j === 0
          ? i === 0
            ? "left end of the near edge"
            : i === slice.columns
              ? "right end of the near edge"
              : `tick ${i} on the near edge`
          : i === 0
            ? `end of row ${j} on the left ray`
            : `crossing ${i} of row ${j}`;
  return called;
}
