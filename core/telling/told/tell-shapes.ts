import type { Move } from "../../drawing/drafter/index.ts";
import type { PaperStroke } from "../../drawing/paper/index.ts";
import { worldToPaper } from "../../drawing/view/index.ts";
import {
  distanceMm,
  findPaperPoint,
  type PaperPoint,
  pointOn,
  pointsAlong,
} from "../../ground/geometry/index.ts";
import { isOff, unknownIn } from "./by-measure.ts";
import { readingOf } from "./measures.ts";
import type { Place, Places } from "./places.ts";
import type { TellInput } from "./tell-input.ts";
import { lineRef, type OnSheet } from "./tell-line.ts";
import type { CurveTold, LineRef, Ring } from "./told.ts";

/** How a curve leaves its ends, where that is level or upright to within what a hand sees. */
export function leavesOf(stroke: PaperStroke, through: readonly Place[]): Pick<CurveTold<Place>, "leaves"> {
  const line = pointsAlong(stroke.trace, 0, 1);
  const [first, last] = [line[0], line[line.length - 1]];
  if (!first || !last || distanceMm(first, last) < ON_CURVE_MM || through.length > 4) return {};
  const way = (a: PaperPoint, b: PaperPoint) => {
    const [dx, dy] = [Math.abs(b.xMm - a.xMm), Math.abs(b.yMm - a.yMm)];
    return dx < 0.1 * dy ? ("upright" as const) : dy < 0.1 * dx ? ("level" as const) : null;
  };
  const [from, to] = [
    way(pointOn(stroke.trace, 0), pointOn(stroke.trace, 0.01)),
    way(pointOn(stroke.trace, 0.99), pointOn(stroke.trace, 1)),
  ];
  return from || to ? { leaves: [from, to] } : {};
}

/** A drawn curve passes a place at less than this. */
const ON_CURVE_MM = 0.3;

/** The places on a curve, in its order: of the same thing, found before it is drawn. A closed one comes back to its first. */
export function placesOnCurve(
  places: Places,
  stroke: PaperStroke,
  moves: readonly Move[],
  i: number,
): Place[] {
  const line = pointsAlong(stroke.trace, 0, 1);
  const inOrder = alongCurve(places, stroke, moves, i).map((p) => p.name);
  const [first, last] = [line[0], line[line.length - 1]];
  const closed = first && last && distanceMm(first, last) < ON_CURVE_MM;
  return closed && inOrder[0] ? [...inOrder, inOrder[0]] : inOrder;
}

/** The same places, each with the share of the curve at which it lies. */
export function alongCurve(
  places: Places,
  stroke: PaperStroke,
  moves: readonly Move[],
  i: number,
): { readonly share: number; readonly name: Place }[] {
  const line = pointsAlong(stroke.trace, 0, 1);
  const near: { at: number; id: string }[] = [];
  const seen = new Set<string>();
  const objectId = moves[i]?.objectId;
  for (let m = 0; m < i; m++) {
    const move = moves[m];
    if (!move || move.objectId !== objectId) continue;
    for (const { id } of move.points) {
      const one = places.one(id);
      if (seen.has(one)) continue;
      seen.add(one);
      const p = places.at(one);
      if (!p) continue;
      const at = nearestOn(line, p);
      if (at !== null) near.push({ at, id: one });
    }
  }
  return near
    .sort((a, b) => a.at - b.at)
    .map(({ at, id }) => ({ share: at / (line.length - 1), name: places.name(id) }));
}

function nearestOn(line: readonly PaperPoint[], p: PaperPoint): number | null {
  let best = ON_CURVE_MM;
  let at: number | null = null;
  for (let k = 0; k + 1 < line.length; k++) {
    const [a, b] = [line[k], line[k + 1]];
    if (!a || !b) continue;
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const size2 = dx * dx + dy * dy;
    const t =
      size2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.xMm - a.xMm) * dx + (p.yMm - a.yMm) * dy) / size2));
    const d = Math.hypot(a.xMm + dx * t - p.xMm, a.yMm + dy * t - p.yMm);
    if (d < best) {
      best = d;
      at = k + t;
    }
  }
  return at;
}

/** A ring by its corners where all are known; in a row of pieces, or where one is not, by the lines around it. */
export function ringOf(
  { on, given }: TellInput,
  moves: readonly Move[],
  ring: readonly (readonly [number, number, number])[],
  i: number,
  inRow: boolean,
): Ring<Place> | null {
  const at = ring.map((p) => findPaperPoint(worldToPaper(on.view.camera, p)));
  const corners = at.map((p) => {
    const found = p ? on.places.found(p, i - 1) : null;
    return found !== null && (given.has(found) || on.places.name(found).k !== "point") ? found : null;
  });
  const byCorners = corners.every((c) => c !== null)
    ? ({ k: "corners", at: corners.map((c) => on.places.name(c ?? "")) } as const)
    : null;
  if (byCorners && !inRow) return byCorners;
  const lines = at.map((p, k) => {
    const q = at[(k + 1) % at.length];
    const id = p && q ? lineThrough(on, moves, p, q, i) : null;
    return id === null ? null : lineRef(on, id);
  });
  const byLines = lines.every((l) => l !== null)
    ? ({ k: "lines", lines: lines as LineRef<Place>[] } as const)
    : null;
  const isKnown = (r: Ring<Place>) =>
    unknownIn({ do: "fill", pieces: [{ outer: r, openings: [] }], tone: 1 }, given).length === 0;
  if (byLines && isKnown(byLines)) return byLines;
  const off = at.some((p) => p !== null && isOff(p, on.view.sheet));
  const known = corners.flatMap((c) => (c === null ? [] : [on.places.name(c)]));
  if (!byCorners && off && known.length >= 2) return { k: "corners", at: known, toEdge: true };
  return byCorners ?? dashOf(on, at, i);
}

/** Four corners of which each end lies evenly about a known place: a dash along a line. */
function dashOf(on: OnSheet, at: readonly (PaperPoint | null)[], i: number): Ring<Place> | null {
  const [p, q, r, s] = at;
  if (!p || !q || !r || !s || at.length !== 4) return null;
  const middle = (a: PaperPoint, b: PaperPoint) => ({ xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 });
  const [a, b] = [on.places.found(middle(p, q), i - 1), on.places.found(middle(r, s), i - 1)];
  if (a === null || b === null) return null;
  const wide = readingOf(distanceMm(p, q), on.view.sheet, "by-eye");
  return { k: "dash", a: on.places.name(a), b: on.places.name(b), wide };
}

/** A line passes a place at less than this. */
const ON_LINE_MM = 0.02;

/** The ruled line of the same thing that both places lie on. */
function lineThrough(
  on: OnSheet,
  moves: readonly Move[],
  p: PaperPoint,
  q: PaperPoint,
  before: number,
): string | null {
  const objectId = moves[before]?.objectId;
  for (let m = before - 1; m >= 0; m--) {
    const move = moves[m];
    const line = move?.lines[0];
    if (!move || !line || move.objectId !== objectId) continue;
    const h = on.line(line.id);
    if (
      h &&
      [p, q].every((r) => Math.abs(h[0] * r.xMm + h[1] * r.yMm + h[2]) / Math.hypot(h[0], h[1]) < ON_LINE_MM)
    )
      return line.id;
  }
  return null;
}
