import { PROFILE_PLANE } from "../profile.ts";
import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { OutlineSchema } from "./shape.ts";
import { words } from "./words.ts";

export const outline = recipe({
  shape: OutlineSchema,
  about: "Any straight-sided outline with openings, swept away from us.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
  settled: ({ back, side }) => (back === "rays" ? [PROFILE_PLANE[side].sweep] : []),
});
