import type { Edge, Solid } from "../solids/index.ts";
import type { Axis } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";

export type Corners = ReturnType<typeof cornersOf>;

/** The corners of a solid: which edges meet in them, and at which one a hand begins. */
export function cornersOf(known: Knowledge, solid: Solid) {
  /** The edge at a corner along an axis, whichever way it runs. */
  function edgeAt(corner: string, axis: Axis): Edge | undefined {
    return solid.edges.find((e) => e.axis === axis && !e.light && (e.from === corner || e.to === corner));
  }

  /** The end of an edge over against a corner of it. */
  function otherEnd(edge: Edge, corner: string): string {
    return edge.from === corner ? edge.to : edge.from;
  }

  function neighbours(corner: string, axes: readonly Axis[]): string[] {
    return axes.flatMap((axis) => {
      const edge = edgeAt(corner, axis);
      return edge ? [otherEnd(edge, corner)] : [];
    });
  }

  /**
   * Of the corners of a face that lies true to the paper the one to begin at: the usual one, unless that, or what is
   * measured from it, lies behind something finished.
   */
  function firstCorner(usual: string, flat: readonly Axis[]): string {
    const face = new Set([usual]);
    for (const corner of face) for (const next of neighbours(corner, flat)) face.add(next);
    const clear = [...face].filter((corner) => !known.isCovered(corner));
    const free = clear.find((corner) => neighbours(corner, flat).every((next) => !known.isCovered(next)));
    return free ?? clear[0] ?? usual;
  }

  return { edgeAt, otherEnd, firstCorner };
}
