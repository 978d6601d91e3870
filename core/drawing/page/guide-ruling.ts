import type { Edge, Solid } from "../solids/index.ts";
import type { Axis } from "../view/index.ts";
import type { EdgeRuling } from "./edge-ruling.ts";
import type { EdgeSight } from "./edge-sight.ts";
import type { Hand } from "./hand.ts";
import type { Knowledge } from "./knowledge.ts";

/** A class is told which corners get no guide as long as it can see at a glance which do. */
const MOST_LEFT = 2;
const MOST_GUIDES = 5;

/** Guides and rays: edges that run away from us, ruled from found corners in reading order. */
export function guideRuling(
  known: Knowledge,
  hand: Hand,
  solid: Solid,
  sight: EdgeSight,
  ruling: EdgeRuling,
) {
  /** Corners found before the first guide: from them guides run on beyond their ends. */
  let near: ReadonlySet<string> | null = null;

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
      ruling.countAsRuled(e.id);
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
    rule: (edge: Edge, from: string) => void = (e, from) => ruling.ruleEdge(e, from, { tail: true }),
  ): void {
    const guides = edges.filter(
      (e) =>
        e.axis === axis &&
        !e.light &&
        !e.smooth &&
        !ruling.isRuled(e.id) &&
        sight.shows(e) === (which === "showing") &&
        !sight.isEndOn(e),
    );
    const starts = (e: Edge) => near.has(e.from) || near.has(e.to);
    const left =
      which === "showing" && solid.opaque && guides.some(starts)
        ? edges.filter(
            (e) =>
              e.axis === axis && !e.light && !e.smooth && !sight.shows(e) && !sight.isEndOn(e) && starts(e),
          )
        : [];
    const inOrder = [...near].flatMap((corner) => guides.filter((e) => e.from === corner || e.to === corner));
    for (const e of inOrder.sort((a, b) => readingOrder(a, b))) {
      const from = near.has(e.from) ? e.from : e.to;
      if (!ruling.isRuled(e.id)) rule(e, from);
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
          !ruling.isRuled(e.id) &&
          sight.shows(e) &&
          !sight.isEndOn(e),
      )
      .flatMap((edge) => {
        const [a, b] = [known.isFound(edge.from), known.isFound(edge.to)];
        if (a === b) return [];
        return [a ? { edge, from: edge.from, to: edge.to } : { edge, from: edge.to, to: edge.from }];
      })
      .sort((x, y) => readingOrder(x.edge, y.edge));
  }

  return {
    ruleGuides,
    ruleGuidesOf,
    ruleRays,
    ruleRaysOf,
    guidesToRule,
  };
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
