import type { PaperStroke, StrokePiece } from "../../drawing/paper/index.ts";
import type { Colour, Ink } from "./mark.ts";

/** Where the drawing is seen: on the bench, over the video (needs more weight), or on a printed card. */
export type Medium = "bench" | "overlay" | "card";

/** What a piece is to the step shown: just drawn, there before, or about to be rubbed out. */
export type Emphasis = "new" | "standing" | "going";

/** Line weights in mm on paper; the camera needs darker lines than the class should draw. */
const WEIGHT: Readonly<Record<Medium, number>> = { bench: 1, overlay: 1.7, card: 1 };

/** The ink of a stroke's piece. Roles differ in weight and dash too, so nothing hangs on colour alone. */
export function inkOf(
  stroke: PaperStroke,
  piece: StrokePiece,
  moveIndex: number,
  emphasis: Emphasis,
  medium: Medium,
): Ink {
  const ink = plainInk(stroke, piece, moveIndex, emphasis, medium);
  const weight = WEIGHT[medium];
  const width = medium === "card" ? cardWidth(ink.width, emphasis) : ink.width;
  return { colour: ink.colour, width: width * weight, dash: ink.dash.map((d) => d * weight) };
}

/** On a card weights alone must tell what stood before from what is new: a school's printer may have no grey worth the name. */
function cardWidth(width: number, emphasis: Emphasis): number {
  if (emphasis === "standing") return Math.min(width, MOST_BEFORE);
  return emphasis === "new" ? Math.max(width, LEAST_NEW) : width;
}

/** Thickest line that stood before, and thinnest new one, on a card, mm. */
const MOST_BEFORE = 0.2;
const LEAST_NEW = 0.34;

function plainInk(
  stroke: PaperStroke,
  piece: StrokePiece,
  moveIndex: number,
  emphasis: Emphasis,
  medium: Medium,
): Ink {
  const isNew = emphasis === "new";
  if (emphasis === "going") return { colour: "going", width: 0.3, dash: [0.6, 1.2] };
  switch (stroke.role) {
    case "fill":
      return { colour: "graphite", width: 0, dash: [] };
    case "detail":
      return { colour: standing(isNew, medium), width: isNew ? 0.55 : 0.35, dash: [] };
    case "freehand":
      return { colour: standing(isNew, medium), width: isNew ? 0.6 : 0.4, dash: [] };
    case "crease":
      return { colour: isNew ? "new" : "quiet", width: 0.25, dash: [4, 1.5] };
    case "construction":
      return guideInk(isNew);
    case "horizon":
      return { colour: isNew ? "new" : "horizon", width: isNew ? 0.4 : 0.3, dash: [] };
    case "tick":
    case "vanishing-point":
      return { colour: isNew ? "new" : "graphite", width: 0.3, dash: [] };
    case "hidden":
      if (piece.part === "tail") return guideInk(isNew);
      return { colour: standing(isNew, medium), width: 0.4, dash: [1, 1] };
    case "outline": {
      if (piece.part === "tail") return guideInk(isNew);
      if (piece.part === "dotted") return { colour: standing(isNew, medium), width: 0.4, dash: [1, 1] };
      const firm = moveIndex >= stroke.firmFrom;
      if (!firm) return guideInk(isNew);
      return {
        colour: standing(isNew, medium),
        width: isNew ? 0.8 : 0.5,
        dash: [],
      };
    }
  }
}

function guideInk(isNew: boolean): Ink {
  return { colour: isNew ? "new" : "guide", width: isNew ? 0.3 : 0.2, dash: [] };
}

/** On a card what stood before is pale; on the bench and over the video it stays graphite. */
function standing(isNew: boolean, medium: Medium): Colour {
  if (isNew) return "new";
  return medium === "card" ? "pale" : "graphite";
}
