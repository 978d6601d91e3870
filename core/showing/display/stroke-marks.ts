import { type fillsAfter, isDot, type PaperStroke, type StrokePiece } from "../../drawing/paper/index.ts";
import { pointsAlong } from "../../ground/geometry/index.ts";
import { type Emphasis, inkOf, type Medium } from "./ink.ts";
import type { Mark, Spot } from "./mark.ts";

const TICK_MM = 1.6;
const VP_RADIUS_MM = { bench: 0.9, overlay: 1.6, card: 0.9 } as const;

/** How a stroke is shown. `grain`: how large a mark's cross is against its usual size, where the sheet is shown at a scale. */
export interface StrokeManner {
  readonly moveIndex: number;
  readonly emphasis: Emphasis;
  readonly medium: Medium;
  readonly grain?: number;
}

/** The marks of one stroke's standing pieces, drawn up to `reach` of the stroke (1: all of it). */
export function strokeMarks(
  stroke: PaperStroke,
  pieces: readonly StrokePiece[],
  how: StrokeManner & { reach?: number },
): Mark[] {
  if (isDot(stroke)) return dotMarks(stroke, pieces, how);
  const reach = how.reach ?? 1;
  return pieces.flatMap((piece): Mark[] => {
    const to = Math.min(piece.to, reach);
    if (to <= piece.from) return [];
    return [
      {
        kind: "path",
        // Named by where the piece starts in the stroke, so the name survives other pieces coming and going.
        id: `${stroke.id}#${piece.part}@${piece.from.toFixed(4)}`,
        points: pointsAlong(stroke.trace, piece.from, to).map(spot),
        closed: false,
        ink: inkOf(stroke, piece, how.moveIndex, how.emphasis, how.medium),
        fill: null,
      },
    ];
  });
}

function dotMarks(stroke: PaperStroke, pieces: readonly StrokePiece[], how: StrokeManner): Mark[] {
  const piece = pieces[0];
  if (!piece) return [];
  const ink = inkOf(stroke, piece, how.moveIndex, how.emphasis, how.medium);
  const { grain = 1 } = how;
  const tick = TICK_MM * grain;
  if (stroke.role === "vanishing-point") {
    return [
      {
        kind: "dot",
        id: stroke.id,
        at: spot(stroke.from),
        radius: VP_RADIUS_MM[how.medium],
        fill: ink.colour,
      },
    ];
  }
  const { xMm: x, yMm: y } = stroke.from;
  return [
    [
      { x: x - tick, y: y - tick },
      { x: x + tick, y: y + tick },
    ],
    [
      { x: x - tick, y: y + tick },
      { x: x + tick, y: y - tick },
    ],
  ].map((points, i) => ({ kind: "path", id: `${stroke.id}#${i}`, points, closed: false, ink, fill: null }));
}

/** The filled stretches as areas, one for each piece. */
export function fillMarks(standing: ReturnType<typeof fillsAfter>): Mark[] {
  return standing.flatMap(({ fill, regions }) =>
    regions.map((region, i) => ({
      kind: "area",
      id: `${fill.id}#fill-${i}`,
      rings: region.map((ring) => ring.map(spot)),
      fill: TONE[fill.tone],
    })),
  );
}

const TONE = { 1: "tone-1", 2: "tone-2", 3: "tone-3" } as const;

export function spot(p: { readonly xMm: number; readonly yMm: number }): Spot {
  return { x: p.xMm, y: p.yMm };
}
