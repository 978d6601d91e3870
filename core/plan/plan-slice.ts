import * as v from "valibot";
import { AGE_BANDS, type AgeBand } from "./age-bands.ts";

const ageBandIds = Object.keys(AGE_BANDS) as [AgeBand, ...AgeBand[]];

export const PlanSchema = v.strictObject({
  ageBand: v.picklist(ageBandIds),
  sessionMinutes: v.pipe(
    v.number(),
    v.minValue(5, "a session is at least 5 minutes"),
    v.maxValue(240, "a session is at most 240 minutes"),
  ),
  /** How the centre of the sheet is found; "none" leaves it out. */
  centre: v.picklist(["measure", "fold", "diagonals", "eye", "none"]),
  /** How far guides run: all the way to the vanishing point, or half the way from the far corner. */
  guides: v.picklist(["to-vp", "part-way"]),
  /** When tails and covered lines are rubbed out. */
  erase: v.picklist(["each-object", "at-end", "never"]),
});

export type Plan = v.InferOutput<typeof PlanSchema>;
