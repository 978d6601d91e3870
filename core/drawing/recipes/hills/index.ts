import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { HillsSchema } from "./shape.ts";
import { words } from "./words.ts";

export const hills = recipe({
  shape: HillsSchema,
  about: "A skyline drawn freely over the straight horizon.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
