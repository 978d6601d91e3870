import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { RaysSchema } from "./shape.ts";
import { words } from "./words.ts";

export const rays = recipe({
  shape: RaysSchema,
  about: "Strips of a landscape in mirrored pairs, with a few rays above the horizon.",
  ...drawing,
  words,
  options,
  putDown,
});
