export type { TellableStep } from "./expected.ts";
export {
  isSure,
  makePlacer,
  NOTHING_PLACED,
  type PlacedStep,
  type Placer,
  type Placing,
} from "./place-steps.ts";
export { type Stray, wordsWithoutStep } from "./words-without-step.ts";
