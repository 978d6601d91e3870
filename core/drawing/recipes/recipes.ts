import * as v from "valibot";
import { changesIn, numbersIn } from "../../ground/base/index.ts";
import { archway } from "./archway/index.ts";
import { box } from "./box/index.ts";
import { chimney } from "./chimney/index.ts";
import { facades } from "./facades/index.ts";
import { floor } from "./floor/index.ts";
import { freehand } from "./freehand/index.ts";
import { hills } from "./hills/index.ts";
import { house } from "./house/index.ts";
import { lettering } from "./lettering/index.ts";
import { openings } from "./openings/index.ts";
import { outline } from "./outline/index.ts";
import { rays } from "./rays/index.ts";
import type { ObjectShape, Recipe } from "./recipe.ts";
import { reflection } from "./reflection/index.ts";
import { road } from "./road/index.ts";
import { room } from "./room/index.ts";
import { round } from "./round/index.ts";
import { row } from "./row/index.ts";
import { seat } from "./seat/index.ts";
import { shadow } from "./shadow/index.ts";
import { shelf } from "./shelf/index.ts";
import { sky } from "./sky/index.ts";
import { stairs } from "./stairs/index.ts";
import { table } from "./table/index.ts";
import { tone } from "./tone/index.ts";
import { tunnel } from "./tunnel/index.ts";

/** Every construction the engine knows, in teaching order: to add one, make its folder and name it here. */
export const RECIPES = {
  box,
  outline,
  lettering,
  room,
  floor,
  road,
  house,
  chimney,
  openings,
  row,
  stairs,
  seat,
  table,
  shelf,
  archway,
  round,
  tunnel,
  rays,
  facades,
  hills,
  sky,
  freehand,
  reflection,
  shadow,
  tone,
} as const;

export type RecipeName = keyof typeof RECIPES;

/** Any object of a lesson, told apart by its recipe, in teaching order. */
export const ObjectSchema = v.variant(
  "recipe",
  Object.values(RECIPES).map((r) => r.shape),
);
export type ObjectSlice = v.InferOutput<(typeof RECIPES)[RecipeName]["shape"]>;

/** Addresses of the numbers of objects. */
export const numberOfObject = numbersIn<ObjectSlice>("object");

/** Sets a field of an object. */
export const setObject = changesIn<ObjectSlice>("object");

/** The names of all constructions, in teaching order. */
export const RECIPE_NAMES = Object.keys(RECIPES) as readonly RecipeName[];

/** The construction of an object. */
export function recipeOf(object: ObjectSlice): Recipe<ObjectShape, ObjectSlice> {
  return recipeNamed(object.recipe);
}

/** A construction by its name. */
export function recipeNamed(name: RecipeName): Recipe<ObjectShape, ObjectSlice> {
  // A recipe is only ever given objects of its own shape: the name told them apart.
  return RECIPES[name] as unknown as Recipe<ObjectShape, ObjectSlice>;
}
