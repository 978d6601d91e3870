import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

/** The inside of a room that fills the sheet: straight ahead its back wall, at an angle its far corner. */
export const RoomSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("room"),
  /** How the back wall is begun: by a mark on one line, or by sliding the ruler until its top fits between two. */
  wall: v.optional(v.picklist(["marked", "slid"])),
  handles: v.strictObject({
    /** How far back the far wall or corner stands, as a part of the way from the sheet's edge to the vanishing point. */
    back: v.pipe(
      v.number(),
      v.minValue(0.1, "at least a tenth of the way"),
      v.maxValue(0.95, "at most 0.95 of the way"),
    ),
  }),
});
export type RoomSlice = v.InferOutput<typeof RoomSchema>;
