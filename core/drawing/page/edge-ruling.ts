import type { Edge, Solid } from "../solids/index.ts";
import { AXES, type Axis } from "../view/index.ts";
import { cornerMarksOn } from "./corner-marks.ts";
import type { EdgeSight } from "./edge-sight.ts";
import type { Hand } from "./hand.ts";
import type { Knowledge } from "./knowledge.ts";
import type { RuleOptions } from "./ruled-line.ts";

type Way =
  | { readonly kind: "join" }
  | { readonly kind: "to-line"; readonly from: string; readonly angleRad: number }
  | { readonly kind: "open"; readonly from: string };

export type EdgeRuling = ReturnType<typeof edgeRuling>;

/** Which edges of a solid are ruled, and how the next one can be ruled from what is there. */
export function edgeRuling(known: Knowledge, hand: Hand, solid: Solid, sight: EdgeSight) {
  const ruled = new Set<string>();
  const marks = cornerMarksOn(known, hand, { solid, isRuled, ...sight });

  function isRuled(edgeId: string): boolean {
    return ruled.has(edgeId);
  }

  /** Marks an edge as drawn by another verb, such as a traced tile line. */
  function countAsRuled(edgeId: string): void {
    ruled.add(edgeId);
  }

  /** Rules an edge from its found end to a length measured on it. */
  function ruleMeasured(edge: Edge, from: string = known.isFound(edge.from) ? edge.from : edge.to): void {
    if (edge.axis) ruleEdge(edge, from, { measured: true });
  }

  /**
   * Rules every edge still missing that `wanted` accepts, each from a corner already found: first those that
   * end on a line already there, then those of `axesFirst`, last the one that joins two found corners. Where
   * nothing can go on, one more depth is marked on a guide, or one more corner measured: on a line that is there
   * or from the sheet's edges.
   */
  function ruleRemaining(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[] = AXES): void {
    for (;;) {
      const stuck = ruleWhile(wanted, axesFirst);
      if (stuck.length === 0 || !marks.markOneMore(stuck)) return;
    }
  }

  /** Rules every edge that `wanted` accepts as long as one can be ruled from what is found. */
  function ruleReachable(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[] = AXES): void {
    ruleWhile(wanted, axesFirst);
  }

  function ruleWhile(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[]): Edge[] {
    const missing = solid.edges.filter((e) => wanted(e) && !e.arc && !sight.isEndOn(e));
    for (;;) {
      const left = missing.filter((e) => !ruled.has(e.id));
      const next = easiest(left, axesFirst);
      if (!next) return left;
      ruleByWay(next.edge, next.way);
    }
  }

  /** Of the edges that can be ruled now the one a hand would take next; null when none can. */
  function easiest(edges: readonly Edge[], axesFirst: readonly Axis[]): { edge: Edge; way: Way } | null {
    let best: { edge: Edge; way: Way; rank: number } | null = null;
    for (const edge of edges) {
      const way = wayToRule(edge);
      if (!way) continue;
      const own = rank(way, edge, axesFirst);
      if (!best || own < best.rank || (own === best.rank && squarer(way, best.way) < 0))
        best = { edge, way, rank: own };
    }
    return best;
  }

  function ruleByWay(edge: Edge, way: Way): void {
    if (way.kind === "join") {
      ruled.add(edge.id);
      hand.join(
        edge.id,
        edge.from,
        edge.to,
        edge.light ? { role: "construction", light: true } : { role: sight.role(edge) },
      );
    } else ruleEdge(edge, way.from, {});
  }

  function ruleEdge(edge: Edge, from: string, how: { tail?: boolean; measured?: boolean }): void {
    const to = from === edge.from ? edge.to : edge.from;
    ruled.add(edge.id);
    // Written out, not spread: this is asked for every line of every thing.
    const options: RuleOptions = edge.light
      ? { role: "construction", light: true, measured: how.measured ?? false }
      : { role: sight.role(edge), tail: how.tail ?? false, measured: how.measured ?? false };
    if (edge.axis) hand.ruleAlong(edge.id, from, to, edge.axis, options);
    else hand.ruleSlanting(edge.id, from, to, "slope", options);
  }

  /** How an edge can be ruled now, or null. */
  function wayToRule(edge: Edge): Way | null {
    const [a, b] = [known.isFound(edge.from), known.isFound(edge.to)];
    if (a && b) return { kind: "join" };
    if (!a && !b) return null;
    const [from, to] = a ? [edge.from, edge.to] : [edge.to, edge.from];
    const best = known.squarestCrossing(to, sight.lineOnPaper(edge));
    // A slope is known by two points, or by its parallel when it runs with the paper.
    if (!edge.axis && (!best || !sight.runsWithPaper(edge))) return null;
    if (best) return { kind: "to-line", from, angleRad: best.angleRad };
    return { kind: "open", from };
  }

  return {
    isRuled,
    countAsRuled,
    ruleEdge,
    ruleMeasured,
    ruleRemaining,
    ruleReachable,
    markDepth: marks.markDepth,
    measureFromNeighbour: marks.measureFromNeighbour,
  };
}

function rank(way: Way, edge: Edge, axesFirst: readonly Axis[]): number {
  if (way.kind === "join") return 20;
  return (way.kind === "open" ? 10 : 0) + (edge.axis && axesFirst.includes(edge.axis) ? 0 : 1);
}

function squarer(a: Way, b: Way): number {
  return (b.kind === "to-line" ? b.angleRad : 0) - (a.kind === "to-line" ? a.angleRad : 0);
}
