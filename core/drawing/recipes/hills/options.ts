import type { OptionPlan } from "../option.ts";
import type { HillsSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<HillsSlice>[] = [];
