import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { ArchwaySchema } from "./shape.ts";
import { words } from "./words.ts";

export const archway = recipe({
  shape: ArchwaySchema,
  about: "A wall with an arched opening; its thickness shows through it.",
  ...drawing,
  words,
  options,
  putDown,
});
