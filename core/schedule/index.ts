export type { Anchor, Anchors } from "./anchor.ts";
export { AnchorSchema, AnchorsSchema } from "./anchor.ts";
export { handTimesMs, waitMs } from "./estimate.ts";
export { type Part, partsOf } from "./parts.ts";
export type { MoveTiming, Schedule, ScheduleInput, StepWindow } from "./schedule-steps.ts";
export { scheduleSteps } from "./schedule-steps.ts";
