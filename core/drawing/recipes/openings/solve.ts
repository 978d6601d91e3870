import { type Built, FLAT } from "../../page/index.ts";
import { callFace } from "../../solids/index.ts";
import type { Vec3 } from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { SolveContext } from "../solve-context.ts";
import type { OpeningsSlice } from "./shape.ts";
import { fanEnd, onWall, wallsOf } from "./walls.ts";

export function solveOpenings(slice: OpeningsSlice, context: SolveContext): Built {
  const { walls, apart } = wallsOf(slice, context);
  const [first] = walls;
  if (!first) return hostMissing(slice, slice.on, context.hostOf(slice.on.object));
  const points: Record<string, Vec3> = {};
  const columns = columnShares(slice);
  for (const [r, row] of slice.rows.entries())
    for (const [name, up] of levelsOf(slice, row)) {
      points[`row-${r + 1}-${name}`] = onWall(first, first, 0, up);
      points[`row-${r + 1}-${name}-end`] = fanEnd(walls, first, up);
    }
  for (const wall of walls) {
    const put = (name: string, across: number, up: number) => {
      points[`${wall.prefix}${name}`] = onWall(wall, first, across, up);
    };
    for (const [c, column] of columns.entries()) {
      const bar = (b: number) => column.from + ((column.to - column.from) * b) / slice.panes.across;
      const at = `column-${c + 1}`;
      put(`${at}-left`, column.from, 0);
      put(`${at}-right`, column.to, 0);
      for (let b = 1; b < slice.panes.across; b++) put(`${at}-bar-${b}`, bar(b), 0);
      for (const [r, row] of slice.rows.entries())
        for (const [name, up] of levelsOf(slice, row)) {
          const cell = `cell-${r + 1}-${c + 1}`;
          put(`${cell}-left-${name}`, column.from, up);
          put(`${cell}-right-${name}`, column.to, up);
          for (let b = 1; b < slice.panes.across; b++) put(`${cell}-bar-${b}-${name}`, bar(b), up);
        }
    }
  }
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points,
    called: callCells(slice),
    tie: { kind: "host", objectId: slice.on.object },
    face: first.frame,
    findings: apart.map((object) => ({
      code: "not-in-one-plane",
      severity: "warning" as const,
      about: slice.id,
      message: `The fan of the ${slice.label} cannot run on to "${object}": its ${callFace(slice.on.face)} is not in one plane and on one ground with the first wall. Nothing is drawn there until then.`,
      numbers: {},
    })),
  };
}

/** The level lines of a row: its lower and upper edge, and the bars between. */
export function levelsOf(slice: OpeningsSlice, row: { from: number; to: number }): [string, number][] {
  const bars = Array.from({ length: slice.panes.up - 1 }, (_, b): [string, number] => [
    `level-bar-${b + 1}`,
    row.from + ((row.to - row.from) * (b + 1)) / slice.panes.up,
  ]);
  return [["low", row.from], ["high", row.to], ...bars];
}

export function columnShares(slice: OpeningsSlice): { from: number; to: number }[] {
  const { from, to } = slice.between;
  const width = (to - from) / (slice.columns + (slice.columns - 1) * slice.gap);
  return Array.from({ length: slice.columns }, (_, i) => {
    const left = from + i * width * (1 + slice.gap);
    return { from: left, to: left + width };
  });
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
