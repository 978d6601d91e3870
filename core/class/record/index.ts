export { type Rows, readClassTable, tableOfClasses } from "./class-table.ts";
export {
  type ClassKept,
  type ClassTaught,
  ClassTaughtSchema,
  DaySchema,
  LONGEST_STEP_MS,
  type PlannedStep,
  type StepTaught,
  totalsOf,
} from "./class-taught.ts";
export {
  middleOf,
  OVER_MS,
  overrunsOf,
  plannedAndReal,
} from "./planned-and-real.ts";
export { seenLineMs, seenOfAge } from "./seen-pace.ts";
