import { type Cue, type Heard, understand } from "#core/time/narration";

/** All that is said in, what it does in the lesson out. */
export type UnderstandingRequest = readonly Cue[];
export type UnderstandingAnswer = readonly Heard[];

self.onmessage = ({ data: cues }: MessageEvent<UnderstandingRequest>) =>
  self.postMessage(understand(cues) satisfies UnderstandingAnswer);
