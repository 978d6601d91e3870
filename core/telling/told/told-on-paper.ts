import type { SheetEdge } from "../../drawing/drafter/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import type { Manner } from "./say-names.ts";
import type { EdgeMark, FromEdgeRead, LineRef, Name, Ruled, Toward } from "./told.ts";

/** Two places nearer than this are one, in mm. */
export const SAME_MM = 0.02;

/** What showing an act looks at: where its names lie on the paper, and how lengths are said. */
export interface Shown {
  readonly at: (name: Name) => PaperPoint | null;
  readonly manner: Manner;
}

/** Where a ruled line begins and ends, as far as it is told. */
export function ruledEnds(line: Ruled<Name>, shown: Shown): readonly [PaperPoint, PaperPoint] | null {
  const from = (line.givesBegin && shown.at(line.givesBegin)) || shown.at(line.from);
  const along = from && alongOf(line.toward, from, shown);
  if (!from || !along) return null;
  const { end } = line;
  const to = line.gives ? shown.at(line.gives) : end.k === "at" ? shown.at(end.at) : null;
  if (to) return [from, to];
  return [from, past(from, along, end.k === "length" ? end.reading.exactMm : STRETCH_MM)];
}

/** The place on an edge from which a distance to a point is taken. */
export function onEdge(
  { edge }: FromEdgeRead,
  at: PaperPoint,
  { widthMm: w, heightMm: h }: Sheet,
): PaperPoint {
  switch (edge) {
    case "left":
      return { ...at, xMm: 0 };
    case "right":
      return { ...at, xMm: w };
    case "top":
      return { ...at, yMm: 0 };
    case "bottom":
      return { ...at, yMm: h };
  }
}

function cornerAt(across: SheetEdge, down: SheetEdge, { widthMm: w, heightMm: h }: Sheet): PaperPoint {
  return { xMm: across === "left" ? 0 : w, yMm: down === "top" ? 0 : h };
}

/** The end of an edge that a mark on it is measured from. */
export function edgeStart({ edge, from }: EdgeMark, sheet: Sheet): PaperPoint {
  return edge === "left" || edge === "right" ? cornerAt(edge, from, sheet) : cornerAt(from, edge, sheet);
}

/** The place of a mark on an edge. */
export function edgeEnd(mark: EdgeMark, sheet: Sheet): PaperPoint {
  const start = edgeStart(mark, sheet);
  const mm = mark.reading.exactMm;
  switch (mark.from) {
    case "left":
      return { ...start, xMm: start.xMm + mm };
    case "right":
      return { ...start, xMm: start.xMm - mm };
    case "top":
      return { ...start, yMm: start.yMm + mm };
    case "bottom":
      return { ...start, yMm: start.yMm - mm };
  }
}

/** A step of 1 mm up, down, left or right on the sheet, whose y goes down. */
export const WAY = { up: [0, -1], down: [0, 1], left: [-1, 0], right: [1, 0] } as const;

/** Where the ruler lies from a place, as a step of 1 mm along it. */
export function alongOf(
  toward: Toward<Name>,
  from: PaperPoint,
  shown: Shown,
): readonly [number, number] | null {
  const unit = (a: PaperPoint, b: PaperPoint): readonly [number, number] | null => {
    const mm = distanceMm(a, b);
    return mm > SAME_MM ? [(b.xMm - a.xMm) / mm, (b.yMm - a.yMm) / mm] : null;
  };
  switch (toward.k) {
    case "way":
      return WAY[toward.way];
    case "point": {
      const at = shown.at(toward.at);
      return at && unit(from, at);
    }
    case "away": {
      const at = shown.at(toward.from);
      return at && unit(at, from);
    }
    case "parallel": {
      const ends = endsOf(toward.to, shown);
      return ends && unit(...ends);
    }
    case "slope": {
      const [x, y] = [WAY[toward.acrossWay][0], WAY[toward.upWay][1]];
      const [dx, dy] = [x * toward.across.exactMm, y * toward.up.exactMm];
      const mm = Math.hypot(dx, dy);
      return [dx / mm, dy / mm];
    }
    case "edge-mark":
      return unit(from, edgeEnd(toward.mark, shown.manner.sheet));
  }
}

/** How long a stretch stands for a line that is only known by where it starts and goes, mm. */
export const STRETCH_MM = 40;

/** Two places a line runs through, in its direction; null for one told otherwise, such as the horizon. */
export function endsOf(line: LineRef<Name>, shown: Shown): readonly [PaperPoint, PaperPoint] | null {
  if (line.k === "ends") {
    const [a, b] = [shown.at(line.a), shown.at(line.b)];
    return a && b ? [a, b] : null;
  }
  if (line.k !== "from") return null;
  const from = shown.at(line.at);
  const along = from && alongOf(line.toward, from, shown);
  return from && along ? [from, past(from, along, STRETCH_MM)] : null;
}

/** The place so many mm further along. */
export function past(from: PaperPoint, [x, y]: readonly [number, number], mm: number): PaperPoint {
  return { xMm: from.xMm + x * mm, yMm: from.yMm + y * mm };
}
