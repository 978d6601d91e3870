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
  /** Full sentences with reasons, or short ones in plain words. */
  reading: v.optional(v.picklist(["full", "plain"])),
  /** Whether help fades when the same kind of thing is drawn again. */
  help: v.optional(v.picklist(["fades", "same"])),
  /** A ruler with marks, or any straight edge. */
  ruler: v.optional(v.picklist(["marked", "straight-edge"])),
  /** The hand the demonstrator draws with. */
  hand: v.optional(v.picklist(["right", "left"])),
});

export type Plan = v.InferOutput<typeof PlanSchema>;

/** The choices a plan may leave open, with what is then meant. */
export const PLAN_DEFAULTS = { reading: "full", help: "fades", ruler: "marked", hand: "right" } as const;
