import { type Built, type FaceFrame, FLAT, findFaceFrame, type Page, pointOnFace } from "../../page/index.ts";
import type { Vec3 } from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { Drawing, SolveContext } from "../recipe.ts";
import type { OpeningsSlice } from "./shape.ts";

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

function solveOpenings(slice: OpeningsSlice, context: SolveContext): Built {
  const host = context.hostOf(slice.on.object);
  const face = host && findFaceFrame(host.solid, slice.on.face, context.frame);
  if (!face) return hostMissing(slice, slice.on, host);
  const points: Record<string, Vec3> = {};
  const put = (name: string, across: number, up: number) => {
    points[name] = pointOnFace(face, across, up);
  };
  const columns = columnShares(slice);
  for (const [c, column] of columns.entries()) {
    put(`column-${c + 1}-left`, column.from, 0);
    put(`column-${c + 1}-right`, column.to, 0);
    for (let b = 1; b < slice.panes.across; b++)
      put(`column-${c + 1}-bar-${b}`, column.from + ((column.to - column.from) * b) / slice.panes.across, 0);
  }
  for (const [r, row] of slice.rows.entries()) {
    for (const [name, up] of levelsOf(slice, row)) {
      put(`row-${r + 1}-${name}`, 0, up);
      put(`row-${r + 1}-${name}-end`, 1, up);
      for (const [c, column] of columns.entries()) {
        put(`cell-${r + 1}-${c + 1}-left-${name}`, column.from, up);
        put(`cell-${r + 1}-${c + 1}-right-${name}`, column.to, up);
        for (let b = 1; b < slice.panes.across; b++)
          put(
            `cell-${r + 1}-${c + 1}-bar-${b}-${name}`,
            column.from + ((column.to - column.from) * b) / slice.panes.across,
            up,
          );
      }
    }
  }
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: callCells(slice),
    tie: { kind: "host", objectId: slice.on.object },
    face,
    findings: [],
  };
}

const SIDES = ["left", "right"] as const;
const LEVELS = ["low", "high"] as const;

/** The level lines of a row: its lower and upper edge, and the bars between. */
function levelsOf(slice: OpeningsSlice, row: { from: number; to: number }): [string, number][] {
  const bars = Array.from({ length: slice.panes.up - 1 }, (_, b): [string, number] => [
    `level-bar-${b + 1}`,
    row.from + ((row.to - row.from) * (b + 1)) / slice.panes.up,
  ]);
  return [["low", row.from], ["high", row.to], ...bars];
}

function columnShares(slice: OpeningsSlice): { from: number; to: number }[] {
  const { from, to } = slice.between;
  const width = (to - from) / (slice.columns + (slice.columns - 1) * slice.gap);
  return Array.from({ length: slice.columns }, (_, i) => {
    const left = from + i * width * (1 + slice.gap);
    return { from: left, to: left + width };
  });
}

/**
 * Draws openings in rows: the heights marked on the near upright and carried along as very light guides; the widths
 * marked along the base; then the level edges on their guides and the uprights between them, last.
 */
function drawOpenings(page: Page, slice: OpeningsSlice, built: Built): void {
  const face = built.face;
  if (!face) return;
  const host = slice.on.object;
  const on = [`${host}/${slice.on.face}`];
  const [corner, acrossEnd, upEnd] = [face.corner, face.acrossEnd, face.upEnd].map((c) => `${host}/${c}`) as [
    string,
    string,
    string,
  ];
  if (![corner, acrossEnd, upEnd].every((c) => page.isFound(c))) return;
  page.goesOnFrom(host);
  const levels = slice.rows.flatMap((row, r) =>
    levelsOf(slice, row).map(([name, up]) => ({ r: r + 1, name, up })),
  );
  const columns = columnShares(slice);

  page.phase("heights");
  const inside = levels.filter((l) => l.up > 0 && l.up < 1).sort((a, b) => a.up - b.up);
  for (const { r, name } of inside) page.measure(`row-${r}-${name}`, corner, upEnd);
  for (const { r, name } of inside)
    page.ruleAlong(`guide-${r}-${name}`, `row-${r}-${name}`, `row-${r}-${name}-end`, face.across.axis, {
      role: "construction",
      light: true,
      on,
      called: "light guide along the wall",
    });

  page.phase("widths");
  for (const c of columns.keys()) {
    for (const side of SIDES) page.measure(`column-${c + 1}-${side}`, corner, acrossEnd);
  }

  page.phase("edges");
  const rows = [...slice.rows.keys()];
  const upright = (r: number, c: number, side: "left" | "right") => {
    const cell = `cell-${r + 1}-${c + 1}`;
    page.ruleAlong(`${cell}-${side}`, `column-${c + 1}-${side}`, `${cell}-${side}-high`, face.up.axis, {
      role: "detail",
      on,
      between: [`${cell}-${side}-low`, `${cell}-${side}-high`],
      measured: true,
      called: `${side} side of the opening`,
    });
  };
  // Where uprights run to a point of their own each is aimed once, for all rows.
  const aimedOnce = !page.isFlat(face.up.axis);
  if (aimedOnce)
    for (const c of columns.keys()) for (const side of SIDES) for (const r of rows) upright(r, c, side);
  else
    for (const r of rows) {
      for (const c of columns.keys()) for (const side of SIDES) upright(r, c, side);
      for (const c of columns.keys())
        for (const level of LEVELS) traceLevel(page, `cell-${r + 1}-${c + 1}`, level, on);
    }
  if (aimedOnce)
    for (const c of columns.keys())
      for (const r of rows) for (const level of LEVELS) traceLevel(page, `cell-${r + 1}-${c + 1}`, level, on);

  if (slice.panes.across * slice.panes.up === 1) return;
  page.phase("bars");
  drawBars(page, slice, face, on, acrossEnd, corner);
}

/** The level edge of a cell, firm on its guide. */
function traceLevel(page: Page, cell: string, level: string, on: readonly string[]): void {
  const [a, b] = [`${cell}-left-${level}`, `${cell}-right-${level}`];
  if (page.isFound(a) && page.isFound(b))
    page.trace(`${cell}-${level}`, a, b, { role: "detail", on, called: "level edge on its guide" });
}

/** The bars of all openings: upright ones from marks on the base, level ones on their guides. */
function drawBars(
  page: Page,
  slice: OpeningsSlice,
  face: FaceFrame,
  on: readonly string[],
  acrossEnd: string,
  corner: string,
): void {
  const cells = [...slice.rows.keys()].flatMap((r) =>
    Array.from({ length: slice.columns }, (_, c) => ({
      cell: `cell-${r + 1}-${c + 1}`,
      column: `column-${c + 1}`,
    })),
  );
  const bars = Array.from({ length: slice.panes.across - 1 }, (_, i) => i + 1);
  for (const { column } of cells)
    for (const b of bars) {
      const mark = `${column}-bar-${b}`;
      if (!page.isFound(mark)) page.measure(mark, corner, acrossEnd);
    }
  for (const { cell, column } of cells)
    for (const b of bars)
      page.ruleAlong(`${cell}-bar-${b}`, `${column}-bar-${b}`, `${cell}-bar-${b}-high`, face.up.axis, {
        role: "detail",
        on,
        between: [`${cell}-bar-${b}-low`, `${cell}-bar-${b}-high`],
        measured: true,
        called: "bar",
      });
  for (const { cell } of cells)
    for (let b = 1; b < slice.panes.up; b++) traceLevel(page, cell, `level-bar-${b}`, on);
}

/** "Lower edge of the row", "left side of window 2": as one says it at the wall. */
function callCells(slice: OpeningsSlice): Record<string, string> {
  const called: Record<string, string> = {};
  const level: Record<string, string> = { low: "lower edge", high: "upper edge" };
  const one = slice.columns === 1 && slice.rows.length === 1;
  for (const [r, row] of slice.rows.entries()) {
    const ofRow = slice.rows.length === 1 ? "" : ` of row ${r + 1}`;
    for (const [name] of levelsOf(slice, row))
      called[`row-${r + 1}-${name}`] = `${level[name] ?? "bar"}${ofRow}`;
  }
  for (let c = 1; c <= slice.columns; c++) {
    const of = one ? "of it" : `of number ${c}`;
    called[`column-${c}-left`] = `left side ${of}`;
    called[`column-${c}-right`] = `right side ${of}`;
    for (let b = 1; b < slice.panes.across; b++) called[`column-${c}-bar-${b}`] = `bar ${of}`;
  }
  return called;
}
