import type { ComputedLesson } from "../../../document/pipeline/index.ts";
import { type SlopeMark, slopeMarks } from "../../../drawing/drafter/index.ts";
import type { Sheet } from "../../../drawing/view/index.ts";
import type { PaperPoint } from "../../../ground/geometry/index.ts";
import type { Strip } from "./piece.ts";

/** A strip for one edge of the sheet, with the marks of one thing's lines. */
const EDGES = ["left", "right", "top", "bottom"] as const;

/**
 * Strips to lay along the sheet's edges, for lines whose point is too far off to tape: the ruler through the two ticks of one
 * name, on two edges, lies on the line. Strips go by thing, so that none carries more than a class can tell apart.
 */
export function slopeStrips({
  steps,
  moves,
  evaluation,
  view,
  sheet,
  objects,
}: Pick<ComputedLesson, "steps" | "moves" | "evaluation" | "view" | "sheet" | "objects">): Strip[] {
  const found = slopeMarks(moves, evaluation.lines, view);
  const index = new Map(moves.map((m, i) => [m.id, i]));
  const named = found.flatMap(({ moveId, marks }) => {
    const i = index.get(moveId);
    const step =
      i === undefined ? undefined : steps.find((s) => s.firstMove <= i && i <= s.lastMove && !s.task);
    return i !== undefined && step ? [{ step, marks, objectId: moves[i]?.objectId ?? "" }] : [];
  });
  const inStep = new Map<string, number>();
  const lines = named.map(({ step, marks, objectId }) => {
    const n = inStep.get(step.id) ?? 0;
    inStep.set(step.id, n + 1);
    return { says: `${step.number}.${n + 1}`, marks, objectId };
  });
  return objects.flatMap(({ id, label }) => {
    const own = lines.filter((l) => l.objectId === id);
    return EDGES.flatMap((edge): Strip[] => {
      const ticks = own
        .flatMap(({ says, marks }) =>
          marks.filter((m) => m.edge === edge).map((m: SlopeMark) => ({ mm: m.alongMm, says })),
        )
        .sort((a, b) => a.mm - b.mm);
      if (ticks.length === 0) return [];
      const upright = edge === "left" || edge === "right";
      return [
        {
          id: `slope/${id}/${edge}`,
          title: `Slope marks, ${edge} edge: ${label}`,
          says: `Lay 0 on the ${cornerSaid(edge)} corner, along the ${edge} edge. The ruler through both ticks of one name, on two strips, lies on that line of the step.`,
          ticks,
          from: startOf(edge, sheet),
          along: upright ? { x: 0, y: 1 } : { x: 1, y: 0 },
          lengthMm: upright ? sheet.heightMm : sheet.widthMm,
        },
      ];
    });
  });
}

type Edge = (typeof EDGES)[number];

const cornerSaid = (edge: Edge) =>
  edge === "bottom" ? "lower left" : edge === "right" ? "upper right" : "upper left";

function startOf(edge: Edge, { widthMm, heightMm }: Sheet): PaperPoint {
  return { xMm: edge === "right" ? widthMm : 0, yMm: edge === "bottom" ? heightMm : 0 } as PaperPoint;
}
