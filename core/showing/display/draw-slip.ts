import type { Paper, PaperStroke } from "../../drawing/paper/index.ts";
import type { SlipKind } from "../../drawing/recipes/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { assertNever } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { drawState } from "./draw-state.ts";
import type { Medium } from "./ink.ts";
import type { Drawing, Mark, Spot } from "./mark.ts";

/** How far beside the point a beginner's ruler lies, as a part of the line's length; common practice, no published source. */
const MISS = 0.06;
/** A line shorter than this shows no slip. */
const LEAST_MM = 8;
const LEAN_RAD = (6 * Math.PI) / 180;

/** The likely slip of a step as a picture: the sheet before the step, and the step's own lines drawn wrongly. */
export function drawSlip(paper: Paper, sheet: Sheet, step: Step, medium: Medium): Drawing | null {
  if (step.slipKind === null) return null;
  const before = drawState(paper, sheet, step.firstMove - 1, step.firstMove, medium);
  const kind = step.slipKind;
  const lines = paper.strokes.filter(
    (s) =>
      s.moveIndex >= step.firstMove &&
      s.moveIndex <= step.lastMove &&
      s.pieces.length > 0 &&
      s.trace.kind === "straight",
  );
  const wrong = lines
    .flatMap((stroke, i) => wrongMark(stroke, kind, i, lines.length))
    .filter((mark) => isOnSheet(mark, sheet));
  // On lines too short to lean the slip shows nothing.
  const longest = Math.max(0, ...wrong.map(lengthOf));
  if (wrong.length === 0 || longest < LEAST_MM) return null;
  return { ...before, marks: [...before.marks, ...wrong], alt: `Not like this: ${step.slip}` };
}

/** A slip is shown on the sheet: a guide's far end may lie well beyond it. */
function isOnSheet(mark: Mark, { widthMm, heightMm }: Sheet): boolean {
  const slack = 0.1 * widthMm;
  return (
    mark.kind === "path" &&
    mark.points.every((p) => p.x > -slack && p.y > -slack && p.x < widthMm + slack && p.y < heightMm + slack)
  );
}

function lengthOf(mark: Mark): number {
  const [a, b] = mark.kind === "path" ? mark.points : [];
  return a && b ? Math.hypot(b.x - a.x, b.y - a.y) : 0;
}

function wrongMark(stroke: PaperStroke, kind: SlipKind, i: number, count: number): Mark[] {
  const a = { x: stroke.from.xMm, y: stroke.from.yMm };
  // A missed point shows best on the whole guide, everything else on the edge itself.
  const whole =
    kind === "missed-point" ? stroke.pieces.at(-1) : stroke.pieces.findLast((p) => p.part !== "tail");
  const end = whole?.to ?? 1;
  const b = { x: a.x + (stroke.to.xMm - a.x) * end, y: a.y + (stroke.to.yMm - a.y) * end };
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const upright = Math.abs(dx) < 0.05 * Math.abs(dy);
  const side = i % 2 === 0 ? 1 : -1;
  const mark = (to: Spot): Mark[] => [
    {
      kind: "path",
      id: `${stroke.id}#wrong`,
      points: [a, to],
      closed: false,
      ink: { colour: "wrong", width: 0.6, dash: [2.5, 0.8] },
      fill: null,
    },
  ];
  switch (kind) {
    case "missed-point":
      return mark({ x: b.x - dy * MISS * side, y: b.y + dx * MISS * side });
    case "leaning":
      return upright ? mark(turned(a, b, LEAN_RAD * side)) : mark(b);
    case "slanted":
      return mark(turned(a, b, -LEAN_RAD * 1.5));
    case "level-lid":
      return upright ? mark(b) : mark({ x: b.x, y: a.y });
    case "even-gaps": {
      // The far lines stand too far off: as if every gap were like the first.
      const shift = ((count - i) / Math.max(1, count)) * 0.12;
      return mark({ x: b.x + dx * shift, y: b.y + dy * shift });
    }
    default:
      return assertNever(kind);
  }
}

function turned(a: Spot, b: Spot, rad: number): Spot {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  return {
    x: a.x + dx * Math.cos(rad) - dy * Math.sin(rad),
    y: a.y + dx * Math.sin(rad) + dy * Math.cos(rad),
  };
}
