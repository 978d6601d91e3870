import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { TableSchema } from "./shape.ts";
import { words } from "./words.ts";

export const table = recipe({
  shape: TableSchema,
  about: "A table with four legs.",
  ...drawing,
  words,
  options,
  putDown,
});
