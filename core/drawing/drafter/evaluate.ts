import type { Finding } from "../../ground/base/index.ts";
import { findPaperPoint, type HLine, type HPoint, hPoint } from "../../ground/geometry/index.ts";
import type { View } from "../view/index.ts";
import { aimAt, findLine, findPoint, MISSING, type OnPaper, wayOf } from "./find-by-rule.ts";
import type { LineMade, Move, PointMade } from "./move.ts";
import { NO_SLIPS, type Slips, slippedLine } from "./slips.ts";

/** Where ruler and pencil put every point and line. */
export interface Evaluation {
  readonly points: ReadonlyMap<string, HPoint>;
  readonly lines: ReadonlyMap<string, HLine>;
  readonly findings: readonly Finding[];
}

/** What of a move its ruler work needs. */
export type MakesOnly = Pick<Move, "points" | "lines">;

/**
 * Carries the moves out with ruler and pencil only: joins and crossings, no camera but for the vanishing points.
 * With `slips` the hand errs by so much; with `known` it goes on from points and lines that are there already, and gives
 * back only what it adds to them.
 * A point that cannot be found is left out and reported once, by name; what needs it is left out too.
 */
export function evaluate(
  moves: readonly MakesOnly[],
  view: View,
  slips: Slips = NO_SLIPS,
  known: Pick<Evaluation, "points" | "lines"> | null = null,
): Evaluation {
  const points = new Map<string, HPoint>();
  const lines = new Map<string, HLine>();
  const on: OnPaper = known
    ? {
        view,
        points: { get: (id) => points.get(id) ?? known.points.get(id) },
        lines: { get: (id) => lines.get(id) ?? known.lines.get(id) },
      }
    : { view, points, lines };
  const findings: Finding[] = [];
  for (const move of moves) {
    for (const line of move.lines) {
      const found = findLine(on, line.rule);
      if (typeof found !== "string") lines.set(line.id, withLineSlip(on, line, found, slips));
      else if (found !== MISSING) findings.push(cannotBeFound(line, found));
    }
    for (const point of move.points) {
      const found = findPoint(on, point.rule);
      if (typeof found !== "string") points.set(point.id, withPointSlip(on, point, found, slips));
      else if (found !== MISSING) findings.push(cannotBeFound(point, found));
    }
  }
  return { points, lines, findings };
}

function cannotBeFound({ id, called }: PointMade | LineMade, why: string): Finding {
  const objectId = id.slice(0, id.indexOf("/"));
  const whose = objectId === "sheet" ? "" : ` of "${objectId}"`;
  return {
    code: "cannot-be-found",
    severity: "fault",
    about: id,
    message: `The ${called}${whose} cannot be found: ${why}.`,
    numbers: {},
  };
}

function withLineSlip(on: OnPaper, { id, rule }: LineMade, line: HLine, slips: Slips): HLine {
  const slip = slips.lines.get(id);
  if (!slip) return line;
  const [from, aim] =
    rule.kind === "toward"
      ? [on.points.get(rule.through), aimAt(on, rule.aim)]
      : rule.kind === "join"
        ? [on.points.get(rule.points[0]), on.points.get(rule.points[1]) ?? null]
        : [null, null];
  const start = from && findPaperPoint(from);
  return start && aim ? slippedLine(start, aim, slip) : line;
}

function withPointSlip(on: OnPaper, { id, rule }: PointMade, point: HPoint, slips: Slips): HPoint {
  const [beside, along] = [slips.points.get(id), slips.along.get(id)];
  const at = beside || along !== undefined ? findPaperPoint(point) : null;
  if (!at) return point;
  const way = along === undefined ? null : wayOf(on, rule);
  return hPoint({
    xMm: at.xMm + (beside?.dxMm ?? 0) + (way ? way.x * (along ?? 0) : 0),
    yMm: at.yMm + (beside?.dyMm ?? 0) + (way ? way.y * (along ?? 0) : 0),
  });
}
