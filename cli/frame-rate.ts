import { FRAME_RATES, type FrameRate } from "#core/time/narration";
import { oneOf } from "./arguments.ts";

/** A frame rate by its name. Throws CliError for any other. */
export const rateOf = (name: string, text: string) =>
  oneOf(name, text, Object.keys(FRAME_RATES) as FrameRate[]);
