export { callMove } from "./call-move.ts";
export { ASIDE_WORDS, CEILINGS, type Ceilings, FAMILY_LINES } from "./ceilings.ts";
export { STAGES, type Stage } from "./fading.ts";
export { findStep, moveOfStepId } from "./find-step.ts";
export { presentName } from "./former-names.ts";
export { groupSteps } from "./group-steps.ts";
export type { Pictured, Step, StepKind, StepOverride, StepWords } from "./step.ts";
export { STEP_KINDS, StepOverrideSchema } from "./step.ts";
export type { StepsInput, Telling } from "./steps-input.ts";
