import { invariant } from "../../ground/base/index.ts";
import { distanceMm, type HLine, type Interval, join } from "../../ground/geometry/index.ts";
import { type Edge, hidingFaces, type Solid, showingFaces, shownStretches } from "../solids/index.ts";
import { AXES, type Axis, worldToPaper } from "../view/index.ts";
import { cornerMarksOn } from "./corner-marks.ts";
import type { FreeHand } from "./free-hand.ts";
import type { Hand } from "./hand.ts";
import type { Knowledge } from "./knowledge.ts";
import type { RuleOptions } from "./ruled-line.ts";

/** An edge shorter than the visible sameness on paper is seen end-on: a dot, not a line. */
const END_ON_MM = 0.05;

/** A class is told which corners get no guide as long as it can see at a glance which do. */
const MOST_LEFT = 2;
const MOST_GUIDES = 5;

const WHOLE: readonly Interval[] = [{ from: 0, to: 1 }];

type Way =
  | { readonly kind: "join" }
  | { readonly kind: "to-line"; readonly from: string; readonly angleRad: number }
  | { readonly kind: "open"; readonly from: string };

export type EdgeWork = ReturnType<typeof edgesOn>;

/**
 * The work on the edges of a solid: knows which of its edges show, which are ruled, and how the next one can be ruled
 * from what is there. Which edges are drawn and which corners go to a vanishing point follow from visibility.
 */
export function edgesOn(known: Knowledge, hand: Hand, free: FreeHand, solid: Solid) {
  const { view } = known;
  const ruled = new Set<string>();
  const showing = showingFaces(view.camera, solid);
  const hiding = solid.convex ? [] : hidingFaces(view.camera, solid);
  const shown = new Map<string, readonly Interval[]>(
    solid.edges.map((e) => [e.id, shownStretches(view.camera, solid, e, showing, hiding)]),
  );
  /** Where edges lie on paper: asked for again and again while a thing is drawn. */
  const onPaper = new Map<Edge, HLine>();
  /** Corners found before the first guide: from them guides run on beyond their ends. */
  let near: ReadonlySet<string> | null = null;
  const marks = cornerMarksOn(known, hand, { solid, shows, isRuled, lineOnPaper });

  /** Whether any of an edge shows when nothing but its own solid stands in the way. */
  function shows(edge: Edge): boolean {
    return (shown.get(edge.id)?.length ?? 0) > 0;
  }

  function isRuled(edgeId: string): boolean {
    return ruled.has(edgeId);
  }

  function edge(id: string): Edge {
    const edge = solid.edges.find((e) => e.id === id);
    invariant(edge, `"${known.objectId}" has no edge "${id}"`);
    return edge;
  }

  /** Rules an edge from its found end to a length measured on it. */
  function ruleMeasured(edge: Edge, from: string = known.isFound(edge.from) ? edge.from : edge.to): void {
    if (edge.axis) ruleEdge(edge, from, { measured: true });
  }

  /** Rules guides along a deep axis from every found corner that carries an edge of it: those that show, or the hidden ones. */
  function ruleGuides(axis: Axis, which: "showing" | "hidden" = "showing"): void {
    near ??= new Set(known.found.points.keys());
    ruleGuidesFrom(near, axis, which, solid.edges);
  }

  /**
   * Rules a ray along a deep axis from every found corner that carries an edge of it and shows, all the way to the vanishing
   * point: the edges of what is never closed behind.
   */
  function ruleRays(axis: Axis): void {
    near ??= new Set(known.found.points.keys());
    ruleGuidesFrom(near, axis, "showing", solid.edges, ray(axis));
  }

  function ray(axis: Axis): (edge: Edge, from: string) => void {
    return (e, from) => {
      ruled.add(e.id);
      hand.ruleToVanishingPoint(e.id, from, axis, { role: "outline", called: "ray" });
    };
  }

  /** Rules the rays of one part of a thing, from every corner of it that is found. */
  function ruleRaysOf(axis: Axis, edges: readonly Edge[]): void {
    ruleGuidesFrom(new Set(known.found.points.keys()), axis, "showing", edges, ray(axis));
  }

  /** Rules the guides of one part of a thing, from every corner of it that is found. */
  function ruleGuidesOf(axis: Axis, edges: readonly Edge[]): void {
    ruleGuidesFrom(new Set(known.found.points.keys()), axis, "showing", edges);
  }

  function ruleGuidesFrom(
    near: ReadonlySet<string>,
    axis: Axis,
    which: "showing" | "hidden",
    edges: readonly Edge[],
    rule: (edge: Edge, from: string) => void = (e, from) => ruleEdge(e, from, { tail: true }),
  ): void {
    const guides = edges.filter(
      (e) =>
        e.axis === axis &&
        !e.light &&
        !e.smooth &&
        !ruled.has(e.id) &&
        shows(e) === (which === "showing") &&
        !isEndOn(e),
    );
    const starts = (e: Edge) => near.has(e.from) || near.has(e.to);
    const left =
      which === "showing" && solid.opaque && guides.some(starts)
        ? edges.filter(
            (e) => e.axis === axis && !e.light && !e.smooth && !shows(e) && !isEndOn(e) && starts(e),
          )
        : [];
    const inOrder = [...near].flatMap((corner) => guides.filter((e) => e.from === corner || e.to === corner));
    for (const e of inOrder.sort((a, b) => readingOrder(a, b))) {
      const from = near.has(e.from) ? e.from : e.to;
      if (!ruled.has(e.id)) rule(e, from);
    }
    if (left.length > 0 && left.length <= MOST_LEFT && guides.length <= MOST_GUIDES)
      hand.leave(left.map((e) => (near.has(e.from) ? e.from : e.to)));
  }

  /**
   * The guides along an axis that show and are not ruled yet, each with the found corner it starts from, in reading order; on
   * request those that only help, too.
   */
  function guidesToRule(axis: Axis, alsoLight = false): { edge: Edge; from: string; to: string }[] {
    return solid.edges
      .filter(
        (e) =>
          e.axis === axis &&
          !e.smooth &&
          (alsoLight || !e.light) &&
          !ruled.has(e.id) &&
          shows(e) &&
          !isEndOn(e),
      )
      .flatMap((edge) => {
        const [a, b] = [known.isFound(edge.from), known.isFound(edge.to)];
        if (a === b) return [];
        return [a ? { edge, from: edge.from, to: edge.to } : { edge, from: edge.to, to: edge.from }];
      })
      .sort((x, y) => readingOrder(x.edge, y.edge));
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

  /** Whether a face of the solid turns to the eye. */
  function faceShows(faceId: string): boolean {
    return showing.has(faceId);
  }

  function ruleWhile(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[]): Edge[] {
    const missing = solid.edges.filter((e) => wanted(e) && !e.arc && !isEndOn(e));
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

  /** Draws every curved edge that shows, by hand through its found ends. */
  function curveRemaining(wanted: (edge: Edge) => boolean): void {
    for (const edge of solid.edges) {
      if (!edge.arc || ruled.has(edge.id) || !wanted(edge)) continue;
      ruled.add(edge.id);
      const { facets, fromRad, toRad, ...ellipse } = edge.arc;
      const on = [...edge.faces, ...facets.map((f) => f.face)].map((f) => known.id(f));
      const at = (share: number) => fromRad + (toRad - fromRad) * share;
      const stretches = shown.get(edge.id) ?? [];
      for (const [i, part] of (solid.opaque ? stretches : WHOLE).entries()) {
        const arc = { ...ellipse, fromRad: at(part.from), toRad: at(part.to) };
        const role = stretches.length > 0 ? "outline" : "hidden";
        free.curve(i === 0 ? edge.id : `${edge.id}~${i}`, arc, { role, on });
      }
    }
  }

  /** Marks an edge as drawn by another verb, such as a traced tile line. */
  function countAsRuled(edgeId: string): void {
    ruled.add(edgeId);
  }

  function ruleByWay(edge: Edge, way: Way): void {
    if (way.kind === "join") {
      ruled.add(edge.id);
      hand.join(
        edge.id,
        edge.from,
        edge.to,
        edge.light ? { role: "construction", light: true } : { role: role(edge) },
      );
    } else ruleEdge(edge, way.from, {});
  }

  function ruleEdge(edge: Edge, from: string, how: { tail?: boolean; measured?: boolean }): void {
    const to = from === edge.from ? edge.to : edge.from;
    ruled.add(edge.id);
    // Written out, not spread: this is asked for every line of every thing.
    const options: RuleOptions = edge.light
      ? { role: "construction", light: true, measured: how.measured ?? false }
      : { role: role(edge), tail: how.tail ?? false, measured: how.measured ?? false };
    if (edge.axis) hand.ruleAlong(edge.id, from, to, edge.axis, options);
    else hand.ruleSlanting(edge.id, from, to, "slope", options);
  }

  /** How an edge can be ruled now, or null. */
  function wayToRule(edge: Edge): Way | null {
    const [a, b] = [known.isFound(edge.from), known.isFound(edge.to)];
    if (a && b) return { kind: "join" };
    if (!a && !b) return null;
    const [from, to] = a ? [edge.from, edge.to] : [edge.to, edge.from];
    const best = known.squarestCrossing(to, lineOnPaper(edge));
    // A slope is known by two points, or by its parallel when it runs with the paper.
    if (!edge.axis && (!best || !runsWithPaper(edge))) return null;
    if (best) return { kind: "to-line", from, angleRad: best.angleRad };
    return { kind: "open", from };
  }

  function runsWithPaper(edge: Edge): boolean {
    const [a, b] = [known.at(edge.from), known.at(edge.to)];
    return Math.abs(b[2] - a[2]) < 1e-9 * Math.abs(a[2]);
  }

  function role(edge: Edge): "outline" | "hidden" {
    return shows(edge) ? "outline" : "hidden";
  }

  function lineOnPaper(edge: Edge): HLine {
    const laid = onPaper.get(edge);
    if (laid) return laid;
    const { camera } = known.view;
    const line = join(worldToPaper(camera, known.at(edge.from)), worldToPaper(camera, known.at(edge.to)));
    onPaper.set(edge, line);
    return line;
  }

  function isEndOn(edge: Edge): boolean {
    return distanceMm(known.onPaper(edge.from), known.onPaper(edge.to)) < END_ON_MM;
  }

  /** From the upper left corner round with the clock, as a teacher goes round a front. */
  function readingOrder(a: Edge, b: Edge): number {
    const order = (e: Edge) => {
      const name = e.from;
      const [right, top] = [name.includes("right"), name.includes("top")];
      return top ? (right ? 1 : 0) : right ? 2 : 3;
    };
    return order(a) - order(b);
  }

  return {
    solid,
    shows,
    isRuled,
    edge,
    ruleMeasured,
    ruleGuides,
    ruleGuidesOf,
    ruleRays,
    ruleRaysOf,
    guidesToRule,
    markDepth: marks.markDepth,
    ruleRemaining,
    ruleReachable,
    faceShows,
    curveRemaining,
    countAsRuled,
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
