import { type PointMade, type SheetEdge, tapeNeeded } from "../../drawing/drafter/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { callAimed } from "./call-aimed.ts";
import { edgeMark, fromEdgeRead, readingOf } from "./measures.ts";
import type { Place } from "./places.ts";
import { lengthBetween, lineRef, type OnSheet, towardOf } from "./tell-line.ts";
import type { Toward, Where } from "./told.ts";

/** Where a place is marked, as a ruler, an edge or a crossing shows it. Null when nothing on the sheet shows it. */
export function tellWhere(on: OnSheet, point: PointMade): Where<Place> | null {
  const { places, view } = on;
  const { sheet } = view;
  const { rule } = point;
  switch (rule.kind) {
    case "from-edges": {
      const at = places.at(point.id);
      return at && whereMeasured(at, sheet);
    }
    case "along": {
      const line = lineRef(on, rule.line);
      return (
        line && {
          k: "along",
          line,
          from: places.name(rule.from),
          toward: { k: "way", way: rule.toward },
          reading: readingOf(rule.mm, sheet),
        }
      );
    }
    case "measured":
      return {
        k: "along",
        line: { k: "ends", a: places.name(rule.from), b: places.name(rule.toward) },
        from: places.name(rule.from),
        toward: { k: "point", at: places.name(rule.toward) },
        reading: readingOf(rule.mm, sheet),
      };
    case "share": {
      const simple = SHARES.find(([num, den]) => Math.abs(num / den - rule.share) < 1e-6);
      if (simple)
        return {
          k: "share",
          a: places.name(rule.from),
          b: places.name(rule.to),
          num: simple[0],
          den: simple[1],
        };
      return {
        k: "along",
        line: { k: "ends", a: places.name(rule.from), b: places.name(rule.to) },
        from: places.name(rule.from),
        toward: { k: "point", at: places.name(rule.to) },
        reading: readingOf(lengthBetween(places, rule.from, point.id), sheet),
      };
    }
    case "on-line-from-edge": {
      const line = lineRef(on, rule.line);
      return line && { k: "line-edge", line, from: fromEdgeRead(rule.across, sheet) };
    }
    case "part-way-to-vp": {
      const is = callAimed(rule.aim, view);
      const toward: Toward<Place> | null = is === null ? null : { k: "point", at: { k: "plain", is } };
      const at = places.at(point.id);
      const laid =
        towardOf(
          on,
          Number.MAX_SAFE_INTEGER,
          { id: "", called: "", rule: { kind: "toward", through: rule.from, aim: rule.aim } },
          places.one(rule.from),
          at,
        ) ?? toward;
      return (
        laid && {
          k: "along",
          line: { k: "from", at: places.name(rule.from), toward: laid },
          from: places.name(rule.from),
          toward: laid,
          reading: readingOf(
            lengthBetween(places, rule.from, point.id),
            sheet,
            on.depthsByEye ? "by-eye" : "measured",
          ),
        }
      );
    }
    case "crossing": {
      const [a, b] = rule.lines.map((l) => lineRef(on, l));
      const at = places.at(point.id);
      const [tape] = at ? tapeNeeded(at, sheet) : [];
      return a && b ? { k: "crossing", lines: [a, b], ...(tape ? { taped: tape.side } : {}) } : null;
    }
    case "sheet-corner":
    case "same":
      return null;
  }
}

const SHARES: readonly (readonly [number, number])[] = [
  [1, 2],
  [1, 3],
  [2, 3],
  [1, 4],
  [3, 4],
];

/** Where a place lies by measure: along an edge where it lies on one, else from the left and the bottom. */
export function whereMeasured(at: PaperPoint, sheet: Sheet): Where<Place> {
  const edge = edgeAt(at, sheet);
  if (edge)
    return {
      k: "on-edge",
      mark: edgeMark(edge, edge === "left" || edge === "right" ? at.yMm : at.xMm, sheet),
    };
  return {
    k: "edges",
    across: fromEdgeRead({ edge: "left", mm: at.xMm }, sheet),
    down: fromEdgeRead({ edge: "bottom", mm: sheet.heightMm - at.yMm }, sheet),
  };
}

/** A place this near an edge of the sheet is marked on it. */
const ON_EDGE_MM = 0.05;

/** The edge of the sheet a place lies on, if it does. */
export function edgeAt(at: PaperPoint, { widthMm: w, heightMm: h }: Sheet): SheetEdge | null {
  const inside =
    at.xMm >= -ON_EDGE_MM && at.xMm <= w + ON_EDGE_MM && at.yMm >= -ON_EDGE_MM && at.yMm <= h + ON_EDGE_MM;
  if (!inside) return null;
  if (Math.abs(at.xMm) < ON_EDGE_MM) return "left";
  if (Math.abs(at.xMm - w) < ON_EDGE_MM) return "right";
  if (Math.abs(at.yMm) < ON_EDGE_MM) return "top";
  return Math.abs(at.yMm - h) < ON_EDGE_MM ? "bottom" : null;
}
