import { angleBetweenRad, type HLine } from "../../ground/geometry/index.ts";
import type { Edge, Solid } from "../solids/index.ts";
import type { Axis } from "../view/index.ts";
import type { Hand } from "./hand.ts";
import type { Knowledge } from "./knowledge.ts";

/** Below about 5° a crossing smears over several pencil widths; common practice, no published source. */
const FLAT_RAD = (5 * Math.PI) / 180;

/** What is known of the edges while corners are marked on them. */
export interface EdgesSoFar {
  readonly solid: Solid;
  readonly shows: (edge: Edge) => boolean;
  readonly isRuled: (edgeId: string) => boolean;
  readonly lineOnPaper: (edge: Edge) => HLine;
}

/** The marks a drawing needs before its next line: how deep a thing is, and a corner that no line finds. */
export function cornerMarksOn(known: Knowledge, hand: Hand, edges: EdgesSoFar) {
  const marked = new Set<Axis>();

  /**
   * Marks the depth on the guide from which most far edges start and cross their own guides squarely: fewer
   * crossings in a row, less drift. Does nothing when no guide of this axis is drawn yet or the mark is made.
   */
  function markDepth(axis: Axis): void {
    if (!marked.has(axis)) markBestGuide(axis);
  }

  function markBestGuide(axis: Axis): boolean {
    const guides = edges.solid.edges.filter(
      (e) => e.axis === axis && edges.isRuled(e.id) && known.isFound(e.from) !== known.isFound(e.to),
    );
    const ranked = guides
      .map((guide) => ({ guide, ...crossingsFrom(guide, guides) }))
      .sort(
        (a, b) =>
          Number(b.worstRad > FLAT_RAD) - Number(a.worstRad > FLAT_RAD) ||
          b.links - a.links ||
          b.worstRad - a.worstRad,
      );
    const best = ranked[known.options.depthMark ?? 0] ?? ranked[0];
    if (!best) return false;
    marked.add(axis);
    markEnd(best.guide);
    return true;
  }

  /** Marks one more corner for edges that cannot go on; false when every corner is found. */
  function markOneMore(stuck: readonly Edge[]): boolean {
    const ends = new Set(stuck.flatMap((e) => [e.from, e.to]));
    const guide = edges.solid.edges.find(
      (e) =>
        e.axis !== null &&
        edges.isRuled(e.id) &&
        known.isFound(e.from) !== known.isFound(e.to) &&
        (ends.has(e.from) || ends.has(e.to)),
    );
    if (guide) {
      markEnd(guide);
      return true;
    }
    const corners = stuck.flatMap((e) => [e.from, e.to]).filter((c) => !known.isFound(c));
    const onLine = corners.find((c) => measureFromNeighbour(c));
    if (onLine) return true;
    const next = corners[0];
    if (next) hand.markFromEdges(next);
    return next !== undefined;
  }

  /** Measures a corner on a line that is there, from a found corner on the same line. */
  function measureFromNeighbour(corner: string): boolean {
    const line = known.lineThrough(corner);
    if (!line) return false;
    const from = [...known.found.points.keys()].find(
      (name) => known.lineThrough(name)?.id === line.id || known.liesOn(name, line),
    );
    if (!from) return false;
    hand.measureOnLine(corner, from, line.id);
    return true;
  }

  function markEnd(guide: Edge): void {
    const [from, to] = known.isFound(guide.from) ? [guide.from, guide.to] : [guide.to, guide.from];
    const away = known.at(to)[2] > known.at(from)[2];
    if (guide.axis && !known.isFlat(guide.axis) && away) hand.partWay(to, from, guide.axis);
    else hand.measureOnLine(to, from, guide.id);
  }

  /** How many drawn guides the edges from this guide's far corner reach, and the flattest angle they meet at. */
  function crossingsFrom(guide: Edge, guides: readonly Edge[]): { links: number; worstRad: number } {
    const far = (e: Edge) => (known.isFound(e.from) ? e.to : e.from);
    const angles = guides
      .filter((other) => other !== guide)
      .flatMap((other) =>
        edges.solid.edges
          .filter(
            (e) =>
              touches(e, far(guide)) && touches(e, far(other)) && (edges.shows(e) || !edges.solid.opaque),
          )
          .map((e) => angleBetweenRad(edges.lineOnPaper(e), edges.lineOnPaper(other))),
      );
    return { links: angles.length, worstRad: Math.min(Math.PI / 2, ...angles) };
  }

  return { markDepth, markOneMore, measureFromNeighbour };
}

function touches(edge: Edge, corner: string): boolean {
  return edge.from === corner || edge.to === corner;
}
