import type { ClassTaught } from "#core/class/record";

/** A step that took longer, and a class of it alone. */
export const STEP = {
  stepId: "sheet/horizon",
  title: "Draw the horizon",
  plannedMs: 40_000,
  tookMs: 55_000,
  toldMs: 12_000,
  handMs: 14_000,
  holdMs: 8000,
  waitedMs: 20_000,
  stuck: 1,
  slips: 0,
};
export const CLASS: ClassTaught = {
  day: "2026-11-28",
  group: "Saturday 9–11s",
  ageBand: "9-11",
  pupils: 20,
  steps: [STEP],
  change: "",
};
