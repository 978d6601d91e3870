import type { OptionPlan } from "../option.ts";
import type { ShadowSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<ShadowSlice>[] = [];
