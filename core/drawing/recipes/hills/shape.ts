import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

/** A skyline drawn by hand: eye level stays the straight horizon and alone carries vanishing points. */
export const HillsSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("hills"),
  /** Tops from left to right, in mm above the horizon at even steps across the sheet. */
  topsMm: v.pipe(
    v.array(
      v.pipe(
        v.number(),
        v.minValue(0, "a hill rises at least 0 mm"),
        v.maxValue(1000, "a hill rises at most 1000 mm"),
      ),
    ),
    v.minLength(2, "a skyline has at least two tops"),
    v.maxLength(24, "a skyline has at most 24 tops"),
  ),
});
export type HillsSlice = v.InferOutput<typeof HillsSchema>;
