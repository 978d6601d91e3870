export { COLUMNS, type Rows, readClassTable, tableOfClasses } from "./class-table.ts";
export {
  type ClassKept,
  type ClassTaught,
  ClassTaughtSchema,
  DaySchema,
  GroupSchema,
  LONGEST_STEP_MS,
  type PlannedStep,
  type StepTaught,
  StepTaughtSchema,
  TookSchema,
  totalsOf,
} from "./class-taught.ts";
export {
  middleOf,
  OVER_MS,
  overrunsOf,
  type PlannedAndReal,
  plannedAndReal,
} from "./planned-and-real.ts";
export { seenLineMs, seenOfAge } from "./seen-pace.ts";
