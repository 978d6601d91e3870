export type { TellableStep } from "./expected.ts";
export { isSure, makePlacer, type PlacedStep, type Placer, type Placing, SURE } from "./place-steps.ts";
export { type Stray, wordsWithoutStep } from "./words-without-step.ts";
