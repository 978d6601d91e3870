import { type Box, cornersOf } from "./box.ts";
import type { Colour, Mark } from "./mark.ts";

/** A box of one colour, without an outline. */
export function filledBox(id: string, box: Box, fill: Colour): Mark {
  return { kind: "path", id, points: cornersOf(box), closed: true, ink: null, fill };
}
