import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { FacadesSchema } from "./shape.ts";
import { words } from "./words.ts";

export const facades = recipe({
  shape: FacadesSchema,
  about: "House fronts and gables fitted between rays that are there already.",
  ...drawing,
  words,
  options,
  putDown,
});
