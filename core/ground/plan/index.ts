export type { AgeBand, Pace } from "./age-bands.ts";
export { AGE_BANDS, CIRCLE_MS, CURVE_LINES, ERASE_MS, FILL_MS, FOLD_MS, MARK_MS } from "./age-bands.ts";
export {
  CLASS_GUESSES,
  type ClassPace,
  classPaceOf,
  MOST_PUPILS,
  type OwnClassPace,
  PupilsSchema,
  paceOf,
} from "./class-pace.ts";
export type { GateName } from "./gates.ts";
export { GATES } from "./gates.ts";
export { boundedMargin, type HandOut, HandOutSchema, USUAL_MARGIN_MM } from "./hand-out-slice.ts";
export type { KitName } from "./kit.ts";
export { cautionsOf, KIT, USUAL_KIT } from "./kit.ts";
export type { CountWanted, PlaceCounted, Plan } from "./plan-slice.ts";
export { PLAN_DEFAULTS, PlanSchema, setPlan } from "./plan-slice.ts";
export { chooseIn, chosenIn, SCHOOLS } from "./schools.ts";
