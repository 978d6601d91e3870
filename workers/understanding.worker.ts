import { expose } from "comlink";
import { type Cue, type Heard, understand } from "#core/time/narration";

const api = {
  /** All that is said in, what it does in the lesson out. */
  understand: (cues: readonly Cue[]): readonly Heard[] => understand(cues),
};
export type UnderstandingApi = typeof api;

expose(api);
