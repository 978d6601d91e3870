import { invariant } from "../../ground/base/index.ts";
import { distanceMm, findPaperPoint } from "../../ground/geometry/index.ts";
import type { Drafter, EdgeLineId, PointRule, SheetEdge } from "../drafter/index.ts";
import { type Axis, worldToPaper } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";
import { measuredEnd } from "./ruled-line.ts";

/** What a hand does to find points: measures, marks and crossings, each one move. */
export function markingHand(d: Drafter, known: Knowledge) {
  /** Takes the corner of the sheet that lies where the point is. */
  function markSheetCorner(name: string): void {
    const at = known.onPaper(name);
    const corner =
      `${at.yMm < known.view.sheet.heightMm / 2 ? "top" : "bottom"}-${at.xMm < known.view.sheet.widthMm / 2 ? "left" : "right"}` as const;
    d.take({ name, called: known.call(name), rule: { kind: "sheet-corner", corner } });
    known.find(name);
  }

  /** Takes a point that another has found already under a name of its own. */
  function takeFrom(name: string, from: string): void {
    d.take({ name, called: known.call(name), rule: { kind: "same", as: known.id(from) } });
    known.find(name);
  }

  /** Measures a point from the sheet's left and bottom edges. */
  function markFromEdges(name: string): void {
    const at = known.onPaper(name);
    d.measureFromEdges({
      name,
      called: known.call(name),
      across: { edge: "left", mm: at.xMm },
      down: { edge: "bottom", mm: known.view.sheet.heightMm - at.yMm },
      at,
      also: known.namesakes(name),
    });
    known.find(name);
  }

  /** Measures a point along an edge of the sheet, from a found point on it. */
  function measureAlongEdge(name: string, from: string, edge: SheetEdge): void {
    const line: EdgeLineId = `edge of the sheet/${edge}`;
    markPoint(name, measuredEnd(known, from, name, line));
  }

  /** Lays a distance off from one found point toward another. */
  function measure(name: string, from: string, toward: string): void {
    const mm = distanceMm(known.onPaper(from), known.onPaper(name));
    markPoint(name, { kind: "measured", from: known.id(from), toward: known.id(toward), mm });
  }

  /** Marks a part of the way from a found point toward an axis' vanishing point. */
  function partWay(name: string, from: string, axis: Axis): void {
    const [a, b] = [known.onPaper(from), known.onPaper(name)];
    const vp = findPaperPoint(worldToPaper(known.view.camera, known.frame.axes[axis]));
    invariant(vp, `the ${axis} of "${known.objectId}" runs to no point on paper`);
    const fraction = distanceMm(a, b) / distanceMm(a, vp);
    markPoint(name, { kind: "part-way-to-vp", from: known.id(from), aim: known.along(axis), fraction });
  }

  /** Measures a point along a line already drawn, from a found point on it. */
  function measureOnLine(name: string, from: string, line: string): void {
    const rule = measuredEnd(known, from, name, known.id(line));
    markPoint(name, rule);
  }

  /** Marks a point by its part of the way between two found points, as the ruler measures it. */
  function partBetween(name: string, from: string, to: string): void {
    const [a, p, b] = [known.onPaper(from), known.onPaper(name), known.onPaper(to)];
    const share = distanceMm(a, p) / distanceMm(a, b);
    markPoint(name, { kind: "share", from: known.id(from), to: known.id(to), share });
  }

  /** Marks the crossing of two lines already there. */
  function cross(name: string, lines: readonly [string, string]): void {
    markPoint(name, { kind: "crossing", lines: [known.id(lines[0]), known.id(lines[1])] });
  }

  function markPoint(name: string, rule: PointRule): void {
    d.mark({
      name,
      called: known.call(name),
      rule,
      at: known.onPaper(name),
      also: known.namesakes(name),
    });
    known.find(name);
  }

  return {
    markSheetCorner,
    takeFrom,
    markFromEdges,
    measureAlongEdge,
    measure,
    partWay,
    measureOnLine,
    partBetween,
    cross,
  };
}
