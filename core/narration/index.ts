export { formatCaptionTime, parseCaptionTime } from "./caption-time.ts";
export type { Cue, Word } from "./cue.ts";
export { CueSchema, wordsOf } from "./cue.ts";
export type { CaptionFormat, Captions } from "./read-captions.ts";
export { readCaptions } from "./read-captions.ts";
export { writeSubRip, writeWebVtt } from "./write-captions.ts";
