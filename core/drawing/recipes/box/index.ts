import { guidesOf } from "../placement.ts";
import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { BoxSchema } from "./shape.ts";
import { words } from "./words.ts";

export const box = recipe({
  shape: BoxSchema,
  about: "A box, solid or see-through, anywhere around the vanishing points.",
  ...drawing,
  words,
  options,
  putDown,
  settled: ({ depthSetBy, back, handles }) => [
    ...(guidesOf(depthSetBy) === null ? [] : (["width", "height"] as const)),
    ...(back === "rays" ? (["width", "depth"] as const).filter((axis) => "fraction" in handles[axis]) : []),
  ],
});
