import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { LetteringSchema } from "./shape.ts";
import { words } from "./words.ts";

export const lettering = recipe({
  shape: LetteringSchema,
  about: "A word in block letters: each letter is cut out of its tile by a few straight cuts.",
  ...drawing,
  words,
  options,
  putDown,
  settled: ({ back }) => (back === "rays" ? ["depth"] : []),
});
