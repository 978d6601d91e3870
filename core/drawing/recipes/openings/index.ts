import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { OpeningsSchema } from "./shape.ts";
import { words } from "./words.ts";

export const openings = recipe({
  shape: OpeningsSchema,
  about: "Windows, doors, shutters or boards in rows between shared guides on a face.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
