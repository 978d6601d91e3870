export {
  type Address,
  type Change,
  ChangeSchema,
  change,
  changesIn,
  changesOf,
  type Json,
  numbersIn,
  numbersOf,
  putPart,
  type Settable,
  type ValueAt,
  writtenAddress,
} from "./change.ts";
export { formatClock, parseClock } from "./clock-text.ts";
export type { Finding, Parsed, QuickFix } from "./finding.ts";
export { assertNever, invariant } from "./invariant.ts";
export type { LengthStyle } from "./length.ts";
export { formatLength, formatSmallLength, parseLength, smallestStepMm } from "./length.ts";
export { type Memo, noMemo } from "./memo.ts";
export { countOf, listOf, sentenceCase, timesOf } from "./plural.ts";
export { requireAt } from "./require-at.ts";
export {
  type AnySchema,
  bare,
  idsAt,
  optionsFor,
  type ReferencePlace,
  readable,
  referencePlaces,
  refersTo,
} from "./schema-reading.ts";
export { type Seeded, seeded, shuffled } from "./seeded.ts";
export { shareStructure } from "./share-structure.ts";
export { whereNotKept } from "./where-not-kept.ts";
