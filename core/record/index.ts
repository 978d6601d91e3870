export { COLUMNS, type PlannedStep, type Rows, readClassTable, tableOfClasses } from "./class-table.ts";
export {
  type ClassKept,
  type ClassTaught,
  ClassTaughtSchema,
  DaySchema,
  GroupSchema,
  LONGEST_STEP_MS,
  type StepTaught,
  StepTaughtSchema,
  TookSchema,
  totalsOf,
} from "./class-taught.ts";
export { seenLineMs, seenOfAge } from "./seen-pace.ts";
