import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { SkySchema } from "./shape.ts";
import { words } from "./words.ts";

export const sky = recipe({
  shape: SkySchema,
  about: "The sky in level bands of tone, behind everything.",
  ...drawing,
  words,
  options,
  putDown,
});
