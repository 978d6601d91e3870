import type { Solid } from "../solids/index.ts";
import { curveDrawing } from "./curve-drawing.ts";
import { edgeRuling } from "./edge-ruling.ts";
import { edgeSight } from "./edge-sight.ts";
import type { FreeHand } from "./free-hand.ts";
import { guideRuling } from "./guide-ruling.ts";
import type { Hand } from "./hand.ts";
import type { Knowledge } from "./knowledge.ts";

export type EdgeWork = ReturnType<typeof edgesOn>;

/**
 * The work on the edges of a solid: which of them show, which are ruled, and how the next one can be ruled from what is
 * there. Which edges are drawn and which corners go to a vanishing point follow from visibility.
 */
export function edgesOn(known: Knowledge, hand: Hand, free: FreeHand, solid: Solid) {
  const sight = edgeSight(known, solid);
  const ruling = edgeRuling(known, hand, solid, sight);
  const { shows, edge, faceShows } = sight;
  return Object.assign(
    { solid, shows, edge, faceShows },
    ruling,
    guideRuling(known, hand, solid, sight, ruling),
    curveDrawing(known, free, solid, sight, ruling),
  );
}
