import type { Step } from "../../telling/steps/index.ts";
import { arrowHead, holds, type Mark, ring, type SheetInPicture, type Spot } from "../display/index.ts";

/** A point wakes, and an arrow runs to it, once in so long. */
const RUN_MS = 1600;

/** Where the line under way aims: a ring that grows about the point and an arrow on its way there, px of the film. */
export function aimMarks(step: Step, moveIndex: number, view: SheetInPicture, sinceMs: number): Mark[] {
  const act = step.acts.findIndex(({ told }) => told.moves.includes(moveIndex));
  const share = (sinceMs % RUN_MS) / RUN_MS;
  const { textSize: size, area } = view;
  return step.pictured.signs.flatMap(({ act: of, sign }, i): Mark[] => {
    if (sign.k !== "aim" || of !== act) return [];
    const [from, to] = [view.to(sign.from), view.to(sign.to)];
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    if (long < size) return [];
    const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
    const tip: Spot = { x: from.x + ux * long * share, y: from.y + uy * long * share };
    const wakes = { colour: "accent", width: size * 0.1, dash: [] } as const;
    const id = `${step.id}/aim-${i}`;
    return [
      ...(holds(area, to)
        ? [{ ...ring(`${id}#wakes`, to, size * (0.3 + 0.5 * share), wakes), opacity: 1 - 0.75 * share }]
        : []),
      ...(holds(area, tip) ? [arrowHead(`${id}#runs`, tip, [ux, uy], size * 1.2, "accent")] : []),
    ];
  });
}
