import type { Interval } from "../../ground/geometry/index.ts";
import type { Edge, Solid } from "../solids/index.ts";
import type { EdgeRuling } from "./edge-ruling.ts";
import type { EdgeSight } from "./edge-sight.ts";
import type { FreeHand } from "./free-hand.ts";
import type { Knowledge } from "./knowledge.ts";

const WHOLE: readonly Interval[] = [{ from: 0, to: 1 }];

/** Curved edges, which no ruler draws. */
export function curveDrawing(
  known: Knowledge,
  free: FreeHand,
  solid: Solid,
  sight: EdgeSight,
  ruling: EdgeRuling,
) {
  /** Draws every curved edge that shows, by hand through its found ends. */
  function curveRemaining(wanted: (edge: Edge) => boolean): void {
    for (const edge of solid.edges) {
      if (!edge.arc || ruling.isRuled(edge.id) || !wanted(edge)) continue;
      ruling.countAsRuled(edge.id);
      const { facets, fromRad, toRad, ...ellipse } = edge.arc;
      const on = [...edge.faces, ...facets.map((f) => f.face)].map((f) => known.id(f));
      const at = (share: number) => fromRad + (toRad - fromRad) * share;
      const stretches = sight.stretchesOf(edge);
      for (const [i, part] of (solid.opaque ? stretches : WHOLE).entries()) {
        const arc = { ...ellipse, fromRad: at(part.from), toRad: at(part.to) };
        const role = stretches.length > 0 ? "outline" : "hidden";
        free.curve(i === 0 ? edge.id : `${edge.id}~${i}`, arc, { role, on });
      }
    }
  }

  return { curveRemaining };
}
