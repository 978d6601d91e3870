import type { Drawing } from "../../../showing/display/index.ts";
import { smallPicture } from "../small-picture.ts";
import type { FlowBlock } from "./flow.ts";

/** A drawing as a block of a list, as wide as said but no higher than `most`. */
export function pictureBlock(id: string, drawing: Drawing, width: number, most: number, gap = 4): FlowBlock {
  const wide = Math.min(width, (most * drawing.box.width) / drawing.box.height);
  const { height, at } = smallPicture(
    { drawing, id },
    wide,
    Math.min(1, Math.max(0.45, wide / drawing.box.width)),
  );
  return { height, gap, at };
}
