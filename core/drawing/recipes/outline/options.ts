import { BACK_CHOICE, type OptionPlan, SEE_THROUGH_SWITCH, SIDE } from "../option.ts";
import type { OutlineSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<OutlineSlice>[] = [SIDE, BACK_CHOICE, SEE_THROUGH_SWITCH];
