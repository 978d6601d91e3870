import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ShelfSchema } from "./shape.ts";
import { words } from "./words.ts";

export const shelf = recipe({
  shape: ShelfSchema,
  about: "An open shelf with boards.",
  ...drawing,
  words,
  options,
  putDown,
});
