export {
  type HoldProposal,
  LONGEST_WAIT_MS,
  proposeClassHolds,
  setHolds,
  takeClassHolds,
} from "./class-holds.ts";
export { type Fit, fitObject, fitView } from "./fit-to-still.ts";
export { proposeFromRecord, type RecordProposal, takeAllWaits } from "./from-record.ts";
export { contradictionsIn, holdsToAdd, placeInWords, retake } from "./place-in-words.ts";
export type { Proposal } from "./propose.ts";
export { proposeOrder, proposeVanishingPoints } from "./propose.ts";
export { putTold, type ToldThing, thingsTold } from "./propose-things.ts";
export { type Reordered, reorderStep } from "./reorder-step.ts";
