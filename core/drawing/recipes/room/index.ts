import { recipe } from "../recipe.ts";
import { drawing } from "./draw.ts";
import { handles } from "./handles.ts";
import { options } from "./options.ts";
import { putDown } from "./put-down.ts";
import { RoomSchema } from "./shape.ts";
import { words } from "./words.ts";

export const room = recipe({
  shape: RoomSchema,
  about: "The inside of a room: straight ahead its back wall, at an angle its far corner.",
  ...drawing,
  words,
  options,
  putDown,
  handles,
  hosts: { mainFace: "back-wall", carries: (face) => face !== "floor" },
});
