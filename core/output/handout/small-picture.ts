import { carryMarks, type Drawing, type Mark, type Spot } from "../../showing/display/index.ts";
import type { Block } from "./cards/card-block.ts";

interface SmallPicture {
  readonly drawing: Drawing;
  readonly id: string;
  /** What is drawn over it, at its scale. */
  readonly over?: (x: number, y: number, scale: number) => readonly Mark[];
}

/** A picture so small shows lines this thin. */
const SMALL_LINE = 0.45;

/** A whole drawing fitted to a width, with what lies over it. */
export function smallPicture(
  { drawing, id, over = () => [] }: SmallPicture,
  width: number,
  line = SMALL_LINE,
): Block {
  const scale = width / drawing.box.width;
  return {
    height: drawing.box.height * scale,
    at: (x, y) => {
      const to = (p: Spot) => ({
        x: x + (p.x - drawing.box.x) * scale,
        y: y + (p.y - drawing.box.y) * scale,
      });
      const marks = carryMarks(drawing.marks, { to, line: () => line, letter: () => scale });
      const own = marks.map((mark) => ({ ...mark, id: `${id}/${mark.id}` }));
      return [{ reads: "picture", alt: drawing.alt, marks: [...own, ...over(x, y, scale)] }];
    },
  };
}
