export {
  LONGEST_WAIT_MS,
  proposeClassHolds,
  takeClassHolds,
} from "./class-holds.ts";
export { type Fit, fitObject, fitView } from "./fit-to-still.ts";
export { proposeFromRecord, takeAllWaits } from "./from-record.ts";
export { contradictionsIn, holdsToAdd, placeInWords, retake } from "./place-in-words.ts";
export type { Proposal } from "./propose.ts";
export { proposeOrder, proposeVanishingPoints } from "./propose.ts";
export { putTold, thingsTold } from "./propose-things.ts";
export { reorderStep } from "./reorder-step.ts";
