export {
  type BlockPlaced,
  extentFieldsOf,
  extentOf,
  footOf,
  isBlockPlaced,
  ownExtentOf,
} from "./block-placed.ts";
export { boundsAt } from "./bounds.ts";
export type { Fault } from "./fault.ts";
export { hostsOf } from "./hosts-of.ts";
export { tileOfWord } from "./lettering/tile-size.ts";
export { idSchema, otherObject } from "./object-base.ts";
export { meaningOf, type ObjectOption, objectOptions } from "./object-options.ts";
export { frameOf, quartersOf } from "./own-frame.ts";
export type { HandleWay, OwnHandle } from "./own-handle.ts";
export type { Need, PhraseBook, Phrases, Saying, SlipKind } from "./phrases.ts";
export { ERASE, when } from "./phrases.ts";
export { type DepthOrGuides, type DepthSetBy, type Extent, guidesOf } from "./placement.ts";
export { type FaceCell, needsHost, type PutBy, type PutSpot, type SampleSpot } from "./put-down.ts";
export {
  numberOfObject,
  ObjectSchema,
  type ObjectSlice,
  RECIPE_NAMES,
  RECIPES,
  type RecipeName,
  recipeNamed,
  recipeOf,
  setObject,
} from "./recipes.ts";
