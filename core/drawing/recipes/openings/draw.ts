import type { Built, Page } from "../../page/index.ts";
import type { Drawing } from "../recipe.ts";
import { drawDoors } from "./door.ts";
import type { OpeningsSlice } from "./shape.ts";
import { columnShares, levelsOf, solveOpenings } from "./solve.ts";
import { type Wall, wallsOf } from "./walls.ts";

export const drawing: Drawing<OpeningsSlice> = {
  impossible: (slice) => [
    ...slice.rows.flatMap((row, i) =>
      row.to > row.from + 0.001
        ? []
        : [
            {
              field: `rows.${i}.to`,
              message: `the upper edge must lie above the lower one, got ${row.from} to ${row.to}`,
            },
          ],
    ),
    ...(slice.between.to > slice.between.from + 0.001
      ? []
      : [
          {
            field: "between.to",
            message: `the columns must end beyond where they begin, got ${slice.between.from} to ${slice.between.to}`,
          },
        ]),
  ],
  solve: solveOpenings,
  draw: drawOpenings,
};

const SIDES = ["left", "right"] as const;
const LEVELS = ["low", "high"] as const;

/**
 * Draws openings in rows: the heights marked on the near upright and carried along as very light guides, over one wall or
 * several; the widths marked along each base; then the level edges on their guides and the uprights between them, last.
 */
function drawOpenings(page: Page, slice: OpeningsSlice, built: Built): void {
  if (!built.face) return;
  const walls = wallsOnPage(page, slice);
  const [first] = walls;
  if (!first) return;
  for (const wall of walls) page.goesOnFrom(wall.host);
  if (isDoor(slice)) {
    for (const wall of walls) drawDoors(page, slice, wall);
    return;
  }
  const on = walls.map((w) => `${w.host}/${w.face}`);
  const levels = slice.rows.flatMap((row, r) =>
    levelsOf(slice, row).map(([name, up]) => ({ r: r + 1, name, up })),
  );

  page.phase("heights");
  const [corner, upEnd] = [`${first.host}/${first.frame.corner}`, `${first.host}/${first.frame.upEnd}`];
  const inside = levels.filter((l) => l.up > 0 && l.up < 1).sort((a, b) => a.up - b.up);
  for (const { r, name } of inside) page.measure(`row-${r}-${name}`, corner, upEnd);
  for (const { r, name } of inside)
    page.ruleAlong(
      `guide-${r}-${name}`,
      `row-${r}-${name}`,
      `row-${r}-${name}-end`,
      first.frame.across.axis,
      {
        role: "construction",
        light: true,
        on,
        called: walls.length > 1 ? "light guide along the walls" : "light guide along the wall",
      },
    );
  for (const wall of walls) drawOnWall(page, slice, wall);
}

/** Openings that are told as doors: they stand on the ground, without panes. */
function isDoor({ door, rows, panes }: OpeningsSlice): boolean {
  return door === true && rows.length === 1 && rows[0]?.from === 0 && panes.across * panes.up === 1;
}

/** The walls whose corners are found on the page. */
function wallsOnPage(page: Page, slice: OpeningsSlice): readonly Wall[] {
  const solids = {
    frame: page.frame,
    view: page.view,
    others: [],
    hostOf: (id: string) => {
      const solid = page.solidOf(id);
      return solid && ({ solid, block: null, points: {}, tie: { kind: "free" }, findings: [] } as const);
    },
  };
  const walls = wallsOf(slice, solids).walls.filter(({ host, frame }) =>
    [frame.corner, frame.acrossEnd, frame.upEnd].every((c) => page.isFound(`${host}/${c}`)),
  );
  return walls[0]?.prefix === "" ? walls : [];
}

/** The widths of one wall, then what stands between the guides. */
function drawOnWall(page: Page, slice: OpeningsSlice, wall: Wall): void {
  const { prefix, host, frame } = wall;
  const on = [`${host}/${wall.face}`];
  const [corner, acrossEnd] = [`${host}/${frame.corner}`, `${host}/${frame.acrossEnd}`];
  const phase = (name: string) => page.phase(prefix === "" ? name : `${prefix}${name}`);
  const columns = columnShares(slice);
  const shared = slice.gap === 0;

  phase("widths");
  for (const c of columns.keys())
    for (const side of SIDES) {
      const mark = `${prefix}column-${c + 1}-${side}`;
      // Boards stand side by side: one edge, one mark.
      if (!page.isFound(mark)) page.measure(mark, corner, acrossEnd);
    }

  phase("edges");
  const rows = [...slice.rows.keys()];
  // What lies on an edge of the wall is there already, and so is what a board shares with the one before it.
  const isDrawn = (c: number, side: "left" | "right") =>
    side === "left" ? (shared && c > 0) || columns[c]?.from === 0 : columns[c]?.to === 1;
  const sidesOf = (c: number) => SIDES.filter((side) => !isDrawn(c, side));
  const levelsOfRow = (r: number) =>
    LEVELS.filter((level) =>
      level === "low" ? slice.rows[r]?.from !== 0 : slice.rows[r]?.to !== 1 || prefix !== "",
    );
  const upright = (r: number, c: number, side: "left" | "right") => {
    const cell = `${prefix}cell-${r + 1}-${c + 1}`;
    page.ruleAlong(
      `${cell}-${side}`,
      `${prefix}column-${c + 1}-${side}`,
      `${cell}-${side}-high`,
      frame.up.axis,
      {
        role: "detail",
        on,
        between: [`${cell}-${side}-low`, `${cell}-${side}-high`],
        measured: true,
        called: `${side} side of the opening`,
      },
    );
  };
  const levelEdges = (r: number) => {
    const cells = columns.map((_, c) => `${prefix}cell-${r + 1}-${c + 1}`);
    const [one, last] = [cells[0], cells.at(-1)];
    for (const level of levelsOfRow(r))
      if (shared && one !== undefined && last !== undefined) traceLevel(page, one, last, level, on);
      else for (const cell of cells) traceLevel(page, cell, cell, level, on);
  };
  // Where uprights run to a point of their own each is aimed once, for all rows.
  if (!page.isFlat(frame.up.axis)) {
    for (const c of columns.keys()) for (const side of sidesOf(c)) for (const r of rows) upright(r, c, side);
    for (const r of rows) levelEdges(r);
  } else
    for (const r of rows) {
      for (const c of columns.keys()) for (const side of sidesOf(c)) upright(r, c, side);
      levelEdges(r);
    }

  if (slice.panes.across * slice.panes.up === 1) return;
  phase("bars");
  drawBars(page, slice, wall);
}

/** A level edge from the left of one cell to the right of another, firm on its guide. */
function traceLevel(page: Page, from: string, to: string, level: string, on: readonly string[]): void {
  const [a, b] = [`${from}-left-${level}`, `${to}-right-${level}`];
  if (page.isFound(a) && page.isFound(b))
    page.trace(`${from}-${level}`, a, b, { role: "detail", on, called: "level edge on its guide" });
}

/** The bars of all openings: upright ones from marks on the base, level ones on their guides. */
function drawBars(page: Page, slice: OpeningsSlice, { prefix, host, face, frame }: Wall): void {
  const on = [`${host}/${face}`];
  const cells = [...slice.rows.keys()].flatMap((r) =>
    Array.from({ length: slice.columns }, (_, c) => ({
      cell: `${prefix}cell-${r + 1}-${c + 1}`,
      column: `${prefix}column-${c + 1}`,
    })),
  );
  const bars = Array.from({ length: slice.panes.across - 1 }, (_, i) => i + 1);
  for (const { column } of cells)
    for (const b of bars) {
      const mark = `${column}-bar-${b}`;
      if (!page.isFound(mark)) page.measure(mark, `${host}/${frame.corner}`, `${host}/${frame.acrossEnd}`);
    }
  for (const { cell, column } of cells)
    for (const b of bars)
      page.ruleAlong(`${cell}-bar-${b}`, `${column}-bar-${b}`, `${cell}-bar-${b}-high`, frame.up.axis, {
        role: "detail",
        on,
        between: [`${cell}-bar-${b}-low`, `${cell}-bar-${b}-high`],
        measured: true,
        called: "bar",
      });
  for (const { cell } of cells)
    for (let b = 1; b < slice.panes.up; b++) traceLevel(page, cell, cell, `level-bar-${b}`, on);
}
