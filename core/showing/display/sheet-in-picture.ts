import type { Sheet } from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import type { Box } from "./box.ts";
import type { Spot } from "./mark.ts";

/** How a sheet lies in a picture, and how large signs and letters are in it. */
export interface SheetInPicture {
  readonly sheet: Sheet;
  readonly to: (p: PaperPoint) => Spot;
  /** What is seen, in the picture's unit: labels stand inside it. */
  readonly area: Box;
  /** Size of the letters in the picture's unit; all signs go by it. */
  readonly textSize: number;
}
