import * as v from "valibot";
import { ObjectBase, otherObject } from "../object-base.ts";

/** Flat tone by the way faces turn: the front pale, the receding side darker, the top left white. */
export const ToneSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("tone"),
  of: otherObject,
  /** The side the light comes from: that side stays paler. */
  lightFrom: v.picklist(["left", "right"]),
});
export type ToneSlice = v.InferOutput<typeof ToneSchema>;
