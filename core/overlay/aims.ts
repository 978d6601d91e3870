import { boundsOf, type Mark, type SheetInPicture, type Spot } from "../display/index.ts";
import type { Step } from "../steps/index.ts";

/** A point wakes, and an arrow runs to it, once in so long. */
const RUN_MS = 1600;
const RING_SIDES = 24;

/** Where the line under way aims: a ring that grows about the point and an arrow on its way there, px of the film. */
export function aimMarks(step: Step, moveIndex: number, view: SheetInPicture, sinceMs: number): Mark[] {
  const act = step.acts.findIndex(({ told }) => told.moves.includes(moveIndex));
  const share = (sinceMs % RUN_MS) / RUN_MS;
  const { textSize: size, area } = view;
  return step.pictured.signs.flatMap(({ act: of, sign }, i): Mark[] => {
    if (sign.k !== "aim" || of !== act) return [];
    const [from, to] = [view.to(sign.from), view.to(sign.to)];
    const seen = boundsOf([
      { x: area.x, y: area.y },
      { x: area.x + area.width, y: area.y + area.height },
    ]);
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    if (long < size) return [];
    const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
    const tip: Spot = { x: from.x + ux * long * share, y: from.y + uy * long * share };
    const inside = (p: Spot) =>
      p.x >= seen.x && p.y >= seen.y && p.x <= seen.x + seen.width && p.y <= seen.y + seen.height;
    const radius = size * (0.3 + 0.5 * share);
    const around = Array.from({ length: RING_SIDES }, (_, k) => {
      const angle = (k / RING_SIDES) * 2 * Math.PI;
      return { x: to.x + Math.cos(angle) * radius, y: to.y + Math.sin(angle) * radius };
    });
    const half = size * 0.28;
    const foot = { x: tip.x - ux * size * 0.75, y: tip.y - uy * size * 0.75 };
    return [
      ...(inside(to)
        ? [
            {
              kind: "path",
              id: `${step.id}/aim-${i}#wakes`,
              points: around,
              closed: true,
              ink: { colour: "accent", width: size * 0.1, dash: [] },
              fill: null,
              opacity: 1 - 0.75 * share,
            } as const,
          ]
        : []),
      ...(inside(tip)
        ? [
            {
              kind: "path",
              id: `${step.id}/aim-${i}#runs`,
              points: [
                tip,
                { x: foot.x - uy * half, y: foot.y + ux * half },
                { x: foot.x + uy * half, y: foot.y - ux * half },
              ],
              closed: true,
              ink: null,
              fill: "accent",
            } as const,
          ]
        : []),
    ];
  });
}
