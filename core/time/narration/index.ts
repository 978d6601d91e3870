export { alignWords } from "./align-words.ts";
export { formatCaptionTime, parseCaptionTime } from "./caption-time.ts";
export { type Correction, CorrectionSchema, correctCues, correctWords } from "./correct-words.ts";
export type { Cue, Word } from "./cue.ts";
export { CuesSchema, wordsOf } from "./cue.ts";
export type { Amount, Heard, HeardKind } from "./heard.ts";
export { kindsByWord } from "./kinds-by-word.ts";
export type { Captions } from "./read-captions.ts";
export { readCaptionBytes, readCaptions } from "./read-captions.ts";
export { type Sentence, sentencesOf, type Token, tokensOf } from "./stream.ts";
export {
  FRAME_RATES,
  type FrameRate,
  formatTimeCode,
  frameAtMs,
  msOfFrame,
  parseTimeCode,
} from "./time-code.ts";
export { understand } from "./understand.ts";
export { firstWordFrom, nearestWord, wordIndexAt, wordsBetween } from "./words-in-time.ts";
export { writeSubRip, writeWebVtt } from "./write-captions.ts";
