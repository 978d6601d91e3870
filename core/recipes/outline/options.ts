import { type OptionPlan, SEE_THROUGH_SWITCH, SIDE } from "../option.ts";
import type { OutlineSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<OutlineSlice>[] = [SIDE, SEE_THROUGH_SWITCH];
