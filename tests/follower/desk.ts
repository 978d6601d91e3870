import type { FromEdgeRead, Reading, Way } from "#core/telling/told";
import { cross, type Laid, type Pt, plus } from "./plane.ts";

export interface SheetOfPaper {
  readonly wide: number;
  readonly high: number;
  readonly markMm: number;
}

export const EDGES = ["top", "right", "bottom", "left"] as const;
export type Edge = (typeof EDGES)[number];

/** Corners round with the clock. */
export const CORNERS = ["top-left", "top-right", "bottom-right", "bottom-left"] as const;

/** The sheet as it lies on the desk, turned by so many quarters: its ways and edges, and what is measured from them. */
export function deskWith(sheet: SheetOfPaper, turnedBy: () => number, length: (r: Reading) => number) {
  /** A way on the desk, as a direction on the sheet: the sheet may lie turned. */
  function dirOf(way: Way): Pt {
    const order: readonly Way[] = ["up", "right", "down", "left"];
    const on = order[(order.indexOf(way) - turnedBy() + 8) % 4] ?? way;
    return { up: { x: 0, y: -1 }, right: { x: 1, y: 0 }, down: { x: 0, y: 1 }, left: { x: -1, y: 0 } }[on];
  }

  function edgeOf(edge: string): Edge {
    return EDGES[(EDGES.indexOf(edge as Edge) - turnedBy() + 8) % 4] ?? "top";
  }

  function edgeLine(edge: Edge): Laid {
    const { wide, high } = sheet;
    return {
      top: { at: { x: 0, y: 0 }, dir: { x: 1, y: 0 } },
      bottom: { at: { x: 0, y: high }, dir: { x: 1, y: 0 } },
      left: { at: { x: 0, y: 0 }, dir: { x: 0, y: 1 } },
      right: { at: { x: wide, y: 0 }, dir: { x: 0, y: 1 } },
    }[edge];
  }

  function inward(edge: Edge): Pt {
    return { top: { x: 0, y: 1 }, bottom: { x: 0, y: -1 }, left: { x: 1, y: 0 }, right: { x: -1, y: 0 } }[
      edge
    ];
  }

  function onEdge({ edge, from, reading }: { edge: string; from: string; reading: Reading }): Pt {
    const line = edgeLine(edgeOf(edge));
    const start = cross(line, edgeLine(edgeOf(from)));
    return plus(start, inward(edgeOf(from)), length(reading));
  }

  /** The line that runs at so much from an edge. */
  function beside({ edge, out, reading }: FromEdgeRead): Laid {
    const on = edgeOf(edge);
    const { at: p, dir } = edgeLine(on);
    return { at: plus(p, inward(on), (out ? -1 : 1) * length(reading)), dir };
  }

  return { dirOf, edgeOf, edgeLine, onEdge, beside };
}
