import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { RoundSchema } from "./shape.ts";
import { words } from "./words.ts";

export const round = recipe({
  shape: RoundSchema,
  about: "A circle or arch on a face: an ellipse where it runs away, with its eight points.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
