import type { Ink, Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";

/** Where marks go: a spot to its new place, and how much larger the surroundings of a spot become there. */
export interface Carried {
  readonly to: (spot: Spot) => Spot;
  /** For widths, dashes and dots. */
  readonly line?: (spot: Spot) => number;
  /** For letters. */
  readonly letter?: (spot: Spot) => number;
}

/** A pen that draws every mark somewhere else. */
function carrying({ to, line = () => 1, letter = () => 1 }: Carried): Pen<Mark> {
  return {
    path: (mark) => {
      const first = mark.points[0] ?? { x: 0, y: 0 };
      const last = mark.points[mark.points.length - 1] ?? first;
      const scale = line({ x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 });
      return { ...mark, points: mark.points.map(to), ink: mark.ink && scaledInk(mark.ink, scale) };
    },
    area: (mark) => ({ ...mark, rings: mark.rings.map((ring) => ring.map(to)) }),
    dot: (mark) => ({ ...mark, at: to(mark.at), radius: mark.radius * line(mark.at) }),
    text: (mark) => {
      const scale = letter(mark.at);
      return {
        ...mark,
        at: to(mark.at),
        size: mark.size * scale,
        lineHeight: mark.lineHeight * scale,
        ...(mark.halo === undefined ? {} : { halo: mark.halo * scale }),
      };
    },
  };
}

/** Every mark carried somewhere else. */
export function carryMarks(marks: readonly Mark[], carried: Carried): Mark[] {
  const pen = carrying(carried);
  return marks.map((mark) => drawWith(pen, mark));
}

function scaledInk(ink: Ink, scale: number): Ink {
  if (scale === 1) return ink;
  return { ...ink, width: ink.width * scale, dash: ink.dash.map((d) => d * scale) };
}

const SPOTS: Pen<readonly Spot[]> = {
  path: (mark) => mark.points,
  area: (mark) => mark.rings.flat(),
  dot: (mark) => [mark.at],
  text: (mark) => [mark.at],
};

/** The spots a mark is made of. */
export function spotsOf(mark: Mark): readonly Spot[] {
  return drawWith(SPOTS, mark);
}
