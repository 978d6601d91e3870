import type { TaskKind } from "../../telling/tasks/index.ts";
import type { Ink, Mark, Spot } from "./mark.ts";

/** One line of a sign, in a square of 24; a filled one is solid. */
interface Line {
  readonly points: readonly (readonly [number, number])[];
  readonly closed?: boolean;
  readonly solid?: boolean;
}

function arc(cx: number, cy: number, rx: number, ry: number, from: number, to: number): [number, number][] {
  const count = Math.max(6, Math.ceil(Math.abs(to - from) / 15));
  return Array.from({ length: count + 1 }, (_, i) => {
    const rad = ((from + ((to - from) * i) / count) * Math.PI) / 180;
    return [cx + rx * Math.cos(rad), cy + ry * Math.sin(rad)];
  });
}

const circle = (cx: number, cy: number, r: number, solid = false): Line => ({
  points: arc(cx, cy, r, r, 0, 345),
  closed: true,
  solid,
});
const shape = (...points: [number, number][]): Line => ({ points, closed: true });
const solid = (...points: [number, number][]): Line => ({ points, closed: true, solid: true });
const line = (...points: [number, number][]): Line => ({ points });

/** What each kind of task looks like in a few lines. */
const SIGNS: Readonly<Record<TaskKind, readonly Line[]>> = {
  // A ruler, and a pencil across it.
  "lay-out": [
    shape([2, 14], [22, 14], [22, 20], [2, 20]),
    ...[5, 8, 11, 14, 17, 20].map((x, i) => line([x, 14], [x, i % 2 === 0 ? 17 : 16])),
    shape([4, 9], [6, 6], [19, 6], [19, 11], [6, 11]),
    line([16, 6], [16, 11]),
  ],
  practise: [
    shape([3, 3], [21, 3], [21, 8], [3, 8]),
    ...[6, 9, 12, 15, 18].map((x) => line([x, 3], [x, 5])),
    ...[12, 15.5, 19].map((y) => line([4, y], [20, y])),
  ],
  watch: [
    { points: [...arc(12, 17, 12.5, 11, 217, 323), ...arc(12, 7, 12.5, 11, 37, 143)], closed: true },
    circle(12, 12, 3, true),
  ],
  talk: [
    shape([2, 4], [15, 4], [15, 12], [8, 12], [5, 15], [5, 12], [2, 12]),
    shape([18, 9], [22, 9], [22, 17], [19, 17], [19, 20], [16, 17], [9, 17], [9, 15]),
  ],
  check: [shape([4, 4], [20, 4], [20, 20], [4, 20]), line([8, 12], [11, 16], [17, 7])],
  glue: [
    shape([8, 9], [16, 9], [18, 21], [6, 21]),
    shape([10, 5], [14, 5], [15, 9], [9, 9]),
    line([12, 5], [12, 3]),
    line([8, 15], [16, 15]),
  ],
  dry: [circle(12, 12, 9), line([12, 6], [12, 12], [16, 15])],
  clean: [
    shape([9, 5], [20, 9], [15, 19], [4, 15]),
    line([13.5, 6.6], [8.5, 16.6]),
    ...(
      [
        [18, 20],
        [20.5, 18],
        [21, 21],
      ] as const
    ).map(([x, y]) => circle(x, y, 0.5, true)),
  ],
  ink: [
    shape([12, 21], [7, 12], [10, 3], [14, 3], [17, 12]),
    line([12, 21], [12, 13]),
    circle(12, 11.5, 1.5),
  ],
  wash: [
    shape([13, 3], [16, 3], [15, 12], [14, 12]),
    solid([12.5, 12], [16.5, 12], [15.5, 18], [14, 20]),
    { points: [...arc(7, 20, 4, 1.5, 180, 360), ...arc(15, 21, 4, 1.5, 180, 60)] },
  ],
  pattern: [
    shape([3, 3], [21, 3], [21, 21], [3, 21]),
    ...[0, 1, 2].flatMap((i) =>
      [0, 1, 2].flatMap((j) =>
        (i + j) % 2 === 0
          ? [
              solid(
                [3 + 6 * i, 3 + 6 * j],
                [9 + 6 * i, 3 + 6 * j],
                [9 + 6 * i, 9 + 6 * j],
                [3 + 6 * i, 9 + 6 * j],
              ),
            ]
          : [],
      ),
    ),
  ],
  details: [
    circle(8, 8, 5),
    line([8, 13], [8, 21]),
    circle(17, 11, 1.8),
    line([17, 13], [17, 18], [15, 21]),
    line([17, 18], [19, 21]),
    line([14.5, 15.5], [19.5, 15.5]),
  ],
  "hand-in": [shape([2, 7], [7, 7], [9, 4], [15, 4], [17, 7], [22, 7], [22, 20], [2, 20]), circle(12, 13, 4)],
};

/** The sign of a task as marks, fitted into a square with its upper left corner at a spot. */
export function taskSign(kind: TaskKind, id: string, at: Spot, size: number, ink: Ink): Mark[] {
  const scale = size / 24;
  return SIGNS[kind].map(({ points, closed = false, solid: filled = false }, i) => ({
    kind: "path",
    id: `${id}#sign-${i}`,
    points: points.map(([x, y]) => ({ x: at.x + x * scale, y: at.y + y * scale })),
    closed,
    ink,
    fill: filled ? ink.colour : null,
  }));
}
