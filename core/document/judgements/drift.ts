import {
  type Evaluation,
  evaluate,
  type MakesOnly,
  type Move,
  NO_SLIPS,
  needsOf,
  type Slips,
} from "../../drawing/drafter/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { findPaperPoint, type HLine, type HPoint } from "../../ground/geometry/index.ts";

/** How exactly a hand works. */
export interface Hand {
  /** A pencil mark or a ruler's edge lies within ± this of where it should, mm on paper. */
  readonly withinMm: number;
}

/** A pencil is set down within half a millimetre; common practice, no published source. */
export const USUAL_HAND: Hand = { withinMm: 0.5 };

/** Where errors of the hand take a point. */
export interface PointDrift {
  readonly pointId: string;
  readonly called: string;
  /** Standard deviation of its place on paper, mm. */
  readonly expectedMm: number;
  /** The move that adds most to it, and its part of the whole. */
  readonly weakestMove: string;
  readonly weakestShare: number;
}

/** One way in which a hand can err: which move, and the slip for an error of so many mm. */
export interface Source {
  readonly moveId: string;
  /** The point or line that is not where it should be. */
  readonly about: string;
  readonly slip: (mm: number) => Slips;
}

/** A step small enough for a straight line through the error's effect, large against rounding. */
const PROBE_MM = 1e-4;

/**
 * The expected error of every point of some moves, to first order: each mark and each ruler edge errs by itself, evenly
 * within ± the hand's tolerance, and the effects add as variances. Derivatives are taken by carrying out once more,
 * with a single small slip, what that slip reaches (C. F. Gauss, Theoria combinationis, 1823, for the law of propagation; from memory).
 */
export function driftOf(
  moves: readonly Move[],
  view: View,
  known: Pick<Evaluation, "points" | "lines">,
  hand: Hand = USUAL_HAND,
): PointDrift[] {
  const outside = outsideNeeds(moves, known);
  const found = evaluate(moves, view, undefined, outside);
  const exact = {
    points: new Map([...outside.points, ...found.points]),
    lines: new Map([...outside.lines, ...found.lines]),
  };
  const rules = oneByOne(moves);
  const reaches = new Map<string, readonly OneRule[]>();
  const points = moves.flatMap((m) => m.points);
  const onPaper = points.map(({ id }) => {
    const p = exact.points.get(id);
    return p ? findPaperPoint(p) : null;
  });
  const variance = points.map(() => 0);
  const most = points.map(() => ({ moveId: "", part: 0 }));
  // An even spread over ± t has the standard deviation t/√3.
  const sigma = hand.withinMm / Math.sqrt(3);
  for (const source of sourcesOf(moves)) {
    const reached = reaches.get(source.about) ?? reachedFrom(source.about, rules);
    reaches.set(source.about, reached);
    const slipped = evaluate(reached, view, source.slip(PROBE_MM), exact);
    for (const [i, { id }] of points.entries()) {
      const [p, b] = [onPaper[i], slipped.points.get(id)];
      const q = b && findPaperPoint(b);
      if (!p || !q) continue;
      const effect = (Math.hypot(q.xMm - p.xMm, q.yMm - p.yMm) / PROBE_MM) * sigma;
      const part = effect * effect;
      variance[i] = (variance[i] ?? 0) + part;
      if (part > (most[i]?.part ?? 0)) most[i] = { moveId: source.moveId, part };
    }
  }
  return points.map((point, i) => ({
    pointId: point.id,
    called: point.called,
    expectedMm: Math.sqrt(variance[i] ?? 0),
    weakestMove: most[i]?.moveId ?? "",
    weakestShare: (variance[i] ?? 0) > 0 ? (most[i]?.part ?? 0) / (variance[i] ?? 1) : 0,
  }));
}

/** A single point or line of a move, with what it needs. */
type OneRule = MakesOnly & { readonly id: string; readonly needs: readonly string[] };

/** Every point and line of some moves by itself, in the order in which they are found. */
function oneByOne(moves: readonly Move[]): OneRule[] {
  return moves.flatMap((move) => [
    ...move.lines.map((line) => ({ id: line.id, needs: needsOf(line.rule), lines: [line], points: [] })),
    ...move.points.map((point) => ({ id: point.id, needs: needsOf(point.rule), lines: [], points: [point] })),
  ]);
}

/** Of these rules those that a slip of one takes with it: everything else stays where it was. */
function reachedFrom(about: string, rules: readonly OneRule[]): OneRule[] {
  const moved = new Set([about]);
  return rules.filter(({ id, needs }) => {
    // What is found a second time is then where its second rule puts it.
    if (!moved.has(id) && !needs.some((need) => moved.has(need))) return false;
    moved.add(id);
    return true;
  });
}

/** Of all that is known, only what these moves go on from: they are carried out many times over. */
function outsideNeeds(
  moves: readonly Move[],
  known: Pick<Evaluation, "points" | "lines">,
): Pick<Evaluation, "points" | "lines"> {
  const points = new Map<string, HPoint>();
  const lines = new Map<string, HLine>();
  for (const { rule } of moves.flatMap((m) => [...m.points, ...m.lines]))
    for (const id of needsOf(rule)) {
      const [p, l] = [known.points.get(id), known.lines.get(id)];
      if (p) points.set(id, p);
      if (l) lines.set(id, l);
    }
  return { points, lines };
}

/** Every way in which these moves can go wrong by themselves. */
export function sourcesOf(moves: readonly Move[]): Source[] {
  return moves.flatMap(({ id: moveId, points, lines }): Source[] => [
    ...points.flatMap(({ id, rule }): Source[] => {
      switch (rule.kind) {
        case "from-edges":
          return [
            {
              moveId,
              about: id,
              slip: (mm) => ({ ...NO_SLIPS, points: new Map([[id, { dxMm: mm, dyMm: 0 }]]) }),
            },
            {
              moveId,
              about: id,
              slip: (mm) => ({ ...NO_SLIPS, points: new Map([[id, { dxMm: 0, dyMm: mm }]]) }),
            },
          ];
        case "along":
        case "measured":
        case "share":
        case "part-way-to-vp":
        case "on-line-from-edge":
          return [{ moveId, about: id, slip: (mm) => ({ ...NO_SLIPS, along: new Map([[id, mm]]) }) }];
        case "crossing":
        case "same":
        case "sheet-corner":
          return [];
      }
    }),
    ...lines.flatMap(({ id, rule }): Source[] =>
      rule.kind === "toward" || rule.kind === "join"
        ? [
            {
              moveId,
              about: id,
              slip: (mm) => ({ ...NO_SLIPS, lines: new Map([[id, { startMm: mm, endMm: 0 }]]) }),
            },
            {
              moveId,
              about: id,
              slip: (mm) => ({ ...NO_SLIPS, lines: new Map([[id, { startMm: 0, endMm: mm }]]) }),
            },
          ]
        : [],
    ),
  ]);
}
