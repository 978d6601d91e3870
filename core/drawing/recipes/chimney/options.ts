import type { OptionPlan } from "../option.ts";
import type { ChimneySlice } from "./shape.ts";

/** It has none beside its measures. */
export const options: readonly OptionPlan<ChimneySlice>[] = [];
