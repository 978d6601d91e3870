import * as v from "valibot";
import { ArchwaySchema, archway } from "./archway.ts";
import { BoxSchema, box } from "./box.ts";
import { FloorSchema, floor } from "./floor.ts";
import { HouseSchema, house } from "./house.ts";
import { LetteringSchema, lettering } from "./lettering.ts";
import { ShadowSchema, shadow, ToneSchema, tone } from "./light.ts";
import { OpeningsSchema, openings } from "./openings.ts";
import { OutlineSchema, outline } from "./outline.ts";
import type { Recipe } from "./recipe.ts";
import { ReflectionSchema, reflection } from "./reflection.ts";
import { RoadSchema, road } from "./road.ts";
import { RoomSchema, room } from "./room.ts";
import { RoundSchema, round } from "./round.ts";
import { RowSchema, row } from "./row.ts";
import { FreehandSchema, freehand, HillsSchema, hills, RaysSchema, rays } from "./scenery.ts";
import { SeatSchema, seat } from "./seat.ts";
import { StairsSchema, stairs } from "./stairs.ts";
import { ShelfSchema, shelf, TableSchema, table } from "./table.ts";
import { TunnelSchema, tunnel } from "./tunnel.ts";

/** Any object of a lesson, told apart by its recipe, in teaching order. */
export const ObjectSchema = v.variant("recipe", [
  BoxSchema,
  OutlineSchema,
  LetteringSchema,
  RoomSchema,
  FloorSchema,
  RoadSchema,
  HouseSchema,
  OpeningsSchema,
  RowSchema,
  StairsSchema,
  SeatSchema,
  TableSchema,
  ShelfSchema,
  ArchwaySchema,
  RoundSchema,
  TunnelSchema,
  RaysSchema,
  HillsSchema,
  FreehandSchema,
  ReflectionSchema,
  ShadowSchema,
  ToneSchema,
]);
export type ObjectSlice = v.InferOutput<typeof ObjectSchema>;

export type RecipeName = ObjectSlice["recipe"];

/** Every construction the engine knows, in teaching order. */
export const RECIPES: { readonly [K in RecipeName]: Recipe<Extract<ObjectSlice, { recipe: K }>> } = {
  box,
  outline,
  lettering,
  room,
  floor,
  road,
  house,
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
  hills,
  freehand,
  reflection,
  shadow,
  tone,
};

/** The construction of an object. */
export function recipeOf(object: ObjectSlice): Recipe<ObjectSlice> {
  return RECIPES[object.recipe] as unknown as Recipe<ObjectSlice>;
}
