import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ReflectionSchema } from "./shape.ts";
import { words } from "./words.ts";

export const reflection = recipe({
  shape: ReflectionSchema,
  about: "A thing mirrored in level water, measured from the water's level.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
