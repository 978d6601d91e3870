import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { FreehandSchema } from "./shape.ts";
import { words } from "./words.ts";

export const freehand = recipe({
  shape: FreehandSchema,
  about: "A place set aside for drawing freely: foliage, a figure, a boat.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
