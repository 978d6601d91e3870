import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { BACK, DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

/** A word in block letters, one tile a letter, swept away from the paper. */
export const LetteringSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("lettering"),
  depthSetBy: DepthSetBySchema,
  text: v.pipe(
    v.string(),
    v.regex(
      /^[A-Z0-9](?:[A-Z0-9 ]*[A-Z0-9])?$/,
      "a word is capital letters and digits, with spaces between at most",
    ),
    v.maxLength(12, "a word has at most 12 letters"),
  ),
  /** Gap between two tiles as a part of a tile's width. */
  gap: v.pipe(v.number(), v.minValue(0.02, "at least 0.02"), v.maxValue(2, "at most two tiles")),
  /** Stop at the tiles: draw them as blocks, without cutting letters. */
  tilesOnly: v.boolean(),
  /** Square corners all round, or the outer corners of C, D, O and their like rounded with quarter circles. */
  cornerStyle: v.optional(v.picklist(["square", "round"])),
  /** How the tiles come on the paper; a template has a true shape, so it serves only where the word faces the paper. */
  tiles: v.optional(v.picklist(["measured", "template"])),
  /** Whether every stage is drawn for the whole word, or each letter is finished before the next is begun. */
  told: v.optional(v.picklist(["whole", "letter-by-letter"])),
  /** Which corners go to the vanishing point first: all that show, or those of the tiles alone, the others when it is closed. */
  raysFrom: v.optional(v.picklist(["corners", "tile-corners"])),
  back: BACK,
  /** Which letter is drawn first: left-handers work from the right. */
  startFrom: v.picklist(["left", "right"]),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type LetteringSlice = v.InferOutput<typeof LetteringSchema>;
