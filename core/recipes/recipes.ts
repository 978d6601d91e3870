import * as v from "valibot";
import { BoxSchema, box } from "./box.ts";
import type { Recipe } from "./recipe.ts";

/** Any object of a lesson, told apart by its recipe. */
export const ObjectSchema = v.variant("recipe", [BoxSchema]);
export type ObjectSlice = v.InferOutput<typeof ObjectSchema>;

export type RecipeName = ObjectSlice["recipe"];

/** Every construction the engine knows. */
export const RECIPES: { readonly [K in RecipeName]: Recipe<Extract<ObjectSlice, { recipe: K }>> } = { box };

/** The construction of an object. */
export function recipeOf(object: ObjectSlice): Recipe<ObjectSlice> {
  return RECIPES[object.recipe] as Recipe<ObjectSlice>;
}
