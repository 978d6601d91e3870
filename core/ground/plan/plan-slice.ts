import * as v from "valibot";
import { changesOf } from "../base/index.ts";
import { AGE_BANDS, type AgeBand } from "./age-bands.ts";
import { ClassPaceSchema } from "./class-pace.ts";
import { GATES, type GateName } from "./gates.ts";
import { KIT, type KitName } from "./kit.ts";

const ageBandIds = Object.keys(AGE_BANDS) as [AgeBand, ...AgeBand[]];
const kitNames = Object.keys(KIT) as [KitName, ...KitName[]];
const gateNames = Object.keys(GATES) as [GateName, ...GateName[]];

const line = (what: string, most: number) =>
  v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, `${what} needs words`),
    v.maxLength(most, `${what} has at most ${most} letters`),
  );

/** Where on the sheet a thing stands that a deliverable counts. */
const PLACES_COUNTED = ["anywhere", "above", "across", "below", "see-through"] as const;
export type PlaceCounted = (typeof PLACES_COUNTED)[number];

/** "Two crates above the horizon": things by a word of their name, where they stand, and how many. */
const CountWantedSchema = v.strictObject({
  called: line("what is counted", 40),
  where: v.picklist(PLACES_COUNTED),
  count: v.pipe(v.number(), v.integer("a whole number"), v.minValue(1), v.maxValue(99)),
});
export type CountWanted = v.InferOutput<typeof CountWantedSchema>;

export const PlanSchema = v.strictObject({
  ageBand: v.picklist(ageBandIds),
  sessionMinutes: v.pipe(
    v.number(),
    v.minValue(5, "a session is at least 5 minutes"),
    v.maxValue(240, "a session is at most 240 minutes"),
  ),
  /** How the centre of the sheet is found; "none" leaves it out. */
  centre: v.picklist(["measure", "fold", "diagonals", "eye", "none"]),
  /** The horizon: drawn, drawn and rubbed out at the end, or left out. */
  horizon: v.optional(v.picklist(["drawn", "rubbed-out", "none"])),
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
  /** How deep things go: read off the ruler, or chosen by each pupil. */
  depths: v.optional(v.picklist(["measured", "by-eye"])),
  /** The hand the demonstrator draws with. */
  hand: v.optional(v.picklist(["right", "left"])),
  /** In how many parts it is taught; left out: as many as waiting times ask for. */
  parts: v.optional(v.pipe(v.number(), v.integer("a whole number"), v.minValue(1), v.maxValue(12))),
  goals: v.optional(v.pipe(v.array(line("a goal", 200)), v.maxLength(8, "a lesson has at most eight goals"))),
  /** What is handed in, and what must be on it. */
  deliverable: v.optional(
    v.strictObject({
      what: line("what is handed in", 200),
      counts: v.pipe(v.array(CountWantedSchema), v.maxLength(12, "at most twelve counts")),
    }),
  ),
  /** How this class works, where it is known better than by its age. */
  classPace: v.optional(ClassPaceSchema),
  /** Tools and materials to have ready; left out: pencil, eraser, ruler and a sheet. */
  kit: v.optional(v.pipe(v.array(v.picklist(kitNames)), v.maxLength(kitNames.length))),
  /** What must be done or dry after a step, before the next may begin. */
  gates: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          gate: v.picklist(gateNames),
          /** Id of the step it follows. */
          after: v.string(),
          waitMinutes: v.pipe(v.number(), v.minValue(0), v.maxValue(10_080, "a wait is at most a week")),
        }),
      ),
      v.maxLength(12, "at most twelve gates"),
    ),
  ),
});

export type Plan = v.InferOutput<typeof PlanSchema>;

/** Sets a field of a lesson's plan. */
export const setPlan = changesOf<Plan>("plan");

/** The choices a plan may leave open, with what is then meant. */
export const PLAN_DEFAULTS = {
  horizon: "drawn",
  reading: "full",
  help: "fades",
  ruler: "marked",
  depths: "measured",
  hand: "right",
} as const;
