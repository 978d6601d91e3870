import type { Sheet } from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
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

/** Where a place of the sheet lies when it is turned so. */
export function turnedSpot(sheet: Sheet, quarters: number): (p: PaperPoint) => Spot {
  const [w, h] = [sheet.widthMm, sheet.heightMm];
  switch (((quarters % 4) + 4) % 4) {
    case 1:
      return ({ xMm, yMm }) => ({ x: h - yMm, y: xMm });
    case 2:
      return ({ xMm, yMm }) => ({ x: w - xMm, y: h - yMm });
    case 3:
      return ({ xMm, yMm }) => ({ x: yMm, y: w - xMm });
    default:
      return ({ xMm, yMm }) => ({ x: xMm, y: yMm });
  }
}
