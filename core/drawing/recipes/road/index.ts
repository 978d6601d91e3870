import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { RoadSchema } from "./shape.ts";
import { words } from "./words.ts";

export const road = recipe({
  shape: RoadSchema,
  about: "A road with dashes, pavements, joints, kerbs and a crossing road.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
});
