export { callMove } from "./call-move.ts";
export type { Telling } from "./fit-words.ts";
export type { StepsInput } from "./group-steps.ts";
export { groupSteps } from "./group-steps.ts";
export type { Step, StepKind, StepOverride, StepWords } from "./step.ts";
export { StepOverrideSchema } from "./step.ts";
