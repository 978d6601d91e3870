import type { Move } from "../../drawing/drafter/index.ts";
import { pointOn } from "../../ground/geometry/index.ts";
import { unknownIn } from "./by-measure.ts";
import type { Place } from "./places.ts";
import { overOf, pressOf, type TellInput } from "./tell-input.ts";
import { edgeAt, whereMeasured } from "./tell-mark.ts";
import { alongCurve, leavesOf } from "./tell-shapes.ts";
import type { CurveTold, Told } from "./told.ts";

/** Shares of a curve nearer than this are one. */
const SAME_SHARE = 1e-3;

/** With less than this share of it off the sheet, a curve only touches the edge. */
const TOUCHES = 0.02;

/**
 * A curve that runs off the sheet, told by what of it lies on it: where it leaves the sheet is marked on the edge, and each
 * piece swung from mark to mark. Null for a curve that stays on the sheet, and for one that is cut otherwise too.
 */
export function tellCutCurve(input: TellInput, moves: readonly Move[], i: number): Told<Place>[] | null {
  const move = moves[i];
  const stroke = input.strokeOf(i);
  if (move?.hand !== "curve" || !stroke?.runsOff || stroke.pieces.length === 0) return null;
  const { on } = input;
  // One that only touches the edge is whole to the eye.
  if (stroke.pieces.reduce((sum, p) => sum + p.to - p.from, 0) > 1 - TOUCHES) return null;
  const known = alongCurve(on.places, stroke, moves, i);
  const marks: Told<Place>[] = [];
  const curves: CurveTold<Place>[] = [];
  for (const piece of stroke.pieces) {
    const ends = [piece.from, piece.to].map((share, k): Place | null => {
      if (share < SAME_SHARE || share > 1 - SAME_SHARE) return null;
      const at = pointOn(stroke.trace, share);
      if (edgeAt(at, on.view.sheet) === null) return null;
      const id = `${move.id}#${marks.length}-${k}`;
      const name: Place = { k: "point", id };
      input.extra.set(id, at);
      marks.push({
        act: { do: "mark", at: [{ gives: name, where: whereMeasured(at, on.view.sheet) }] },
        moves: [],
      });
      return name;
    });
    const inside = known.filter((p) => p.share > piece.from - SAME_SHARE && p.share < piece.to + SAME_SHARE);
    const through = [ends[0], ...inside.map((p) => p.name), ends[1]].filter(
      (p) => p !== null && p !== undefined,
    );
    if (through.length < 2) return null;
    const { leaves } = leavesOf(stroke, through);
    const kept = leaves && ([ends[0] ? null : leaves[0], ends[1] ? null : leaves[1]] as const);
    curves.push({ through, ...(kept?.some((l) => l !== null) ? { leaves: kept } : {}) });
  }
  const act = { do: "curve", curves, press: pressOf(move), ...overOf(input, i, move) } as const;
  const given = new Set([
    ...input.given,
    ...marks
      .flatMap(({ act: a }) => (a.do === "mark" ? a.at : []))
      .flatMap(({ gives }) => (gives.k === "point" ? [gives.id] : [])),
  ]);
  return unknownIn(act, given).length > 0 ? null : [...marks, { act, moves: [i] }];
}
