import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ToneSchema } from "./shape.ts";
import { words } from "./words.ts";

export const tone = recipe({
  shape: ToneSchema,
  about: "Flat tone by the way the faces turn.",
  ...drawing,
  words,
  options,
  putDown,
});
