import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { FloorSchema } from "./shape.ts";
import { words } from "./words.ts";

export const floor = recipe({
  shape: FloorSchema,
  about: "A tiled or boarded floor: ticks, rays, and rows found by the diagonal.",
  ...drawing,
  words,
  options,
  putDown,
});
