import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { StairsSchema } from "./shape.ts";
import { words } from "./words.ts";

export const stairs = recipe({
  shape: StairsSchema,
  about: "Stairs from their zigzag.",
  ...drawing,
  words,
  options,
  putDown,
});
