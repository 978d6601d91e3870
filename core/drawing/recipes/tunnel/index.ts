import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { TunnelSchema } from "./shape.ts";
import { words } from "./words.ts";

export const tunnel = recipe({
  shape: TunnelSchema,
  about: "Arches one behind the other.",
  ...drawing,
  words,
  options,
  putDown,
});
