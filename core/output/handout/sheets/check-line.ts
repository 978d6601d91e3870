import type { Spot } from "../../../showing/display/index.ts";
import type { PagePart } from "../page.ts";
import { silent, spoken, text } from "../parts.ts";

/** Length of the line by which a ruler tells whether the printer kept the scale. */
export const CHECK_MM = 100;

/** The check line with its end ticks, and what it is for; `at` is its left end. */
export function checkLine(at: Spot): PagePart[] {
  const line = (id: string, from: Spot, to: Spot) =>
    ({
      kind: "path",
      id: `check/${id}`,
      points: [from, to],
      closed: false,
      // Flat ends would need a pen of their own: ticks say where it ends.
      ink: { colour: "ink", width: 0.15, dash: [] },
      fill: null,
    }) as const;
  const end = { x: at.x + CHECK_MM, y: at.y };
  return [
    silent(
      line("line", at, end),
      ...[at, end].map((p, i) => line(`tick-${i}`, { x: p.x, y: p.y - 1.5 }, { x: p.x, y: p.y + 1.5 })),
    ),
    spoken(
      text(
        "check/says",
        { x: at.x + CHECK_MM / 2, y: at.y - 0.8 },
        [`This line is ${CHECK_MM} mm: check it with a ruler. Print at 100 %, "actual size".`],
        { size: 2.5, anchor: "middle" },
      ),
    ),
  ];
}
