import type { Drawing, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";

/** A drawing of the sheet turned on the desk, by quarter turns clockwise: what lay on the left then lies on top. */
export function turnDrawing(drawing: Drawing, quarters: number): Drawing {
  const turns = ((quarters % 4) + 4) % 4;
  let turned = drawing;
  for (let i = 0; i < turns; i++) turned = turnOnce(turned);
  return turned;
}

function turnOnce(drawing: Drawing): Drawing {
  const { x, y, width, height } = drawing.box;
  const map = (p: Spot): Spot => ({ x: x + height - (p.y - y), y: y + (p.x - x) });
  return {
    ...drawing,
    box: { x, y, width: height, height: width },
    marks: carryMarks(drawing.marks, { to: map }),
  };
}
