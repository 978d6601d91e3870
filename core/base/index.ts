export type { Change, Json } from "./change.ts";
export { formatClock } from "./clock-text.ts";
export type { Finding, Mend, Parsed, Severity } from "./finding.ts";
export { assertNever, invariant } from "./invariant.ts";
export { type Keep, makeAnew } from "./keep.ts";
export type { LengthStyle, LengthUnit } from "./length.ts";
export { formatLength, parseLength, smallestStepMm } from "./length.ts";
export { countOf, listOf, sentenceCase } from "./plural.ts";
export { requireAt } from "./require-at.ts";
