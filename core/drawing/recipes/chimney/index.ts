import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ChimneySchema } from "./shape.ts";
import { words } from "./words.ts";

export const chimney = recipe({
  shape: ChimneySchema,
  about: "A chimney on a slope: level on top, its feet on the roof.",
  ...drawing,
  words,
  options,
  putDown,
});
