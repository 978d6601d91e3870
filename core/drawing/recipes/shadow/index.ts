import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ShadowSchema } from "./shape.ts";
import { words } from "./words.ts";

export const shadow = recipe({
  shape: ShadowSchema,
  about: "A thing's shadow on the ground from a sun before or behind us.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
  // A shadow falls on whatever there is: one more thing may catch it.
  looksAround: true,
});
