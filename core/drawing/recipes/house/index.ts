import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { HouseSchema } from "./shape.ts";
import { words } from "./words.ts";

export const house = recipe({
  shape: HouseSchema,
  about: "A gable house; the far slope is exact in every view.",
  ...drawing,
  words,
  options,
  putDown,
});
