import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { SeatSchema } from "./shape.ts";
import { words } from "./words.ts";

export const seat = recipe({
  shape: SeatSchema,
  about: "A bench with a rounded or square front edge.",
  ...drawing,
  words,
  options,
  putDown,
});
