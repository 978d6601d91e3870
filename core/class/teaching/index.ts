export {
  actOn,
  cameBack,
  isDue,
  LONGER_MS,
  nextStep,
  shownMs,
  type TeachAct,
  type TeachEvent,
  TeachEventSchema,
  type TeachState,
  taughtOf,
  teachState,
} from "./session.ts";
export { type ClassPlan, classPlanOf, plannedBefore } from "./stations.ts";
