export { type LearntPace, learnPace } from "./learnt-pace.ts";
export { nthSmallest } from "./nth-smallest.ts";
export {
  type ClassMoment,
  type ClassRun,
  simulateClass,
} from "./simulate-class.ts";
export { type PacedLesson, type StepWork, stepWorks, taskTimeBeside } from "./step-work.ts";
