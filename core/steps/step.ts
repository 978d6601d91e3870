import * as v from "valibot";

export const STEP_KINDS = ["draw-along", "watch", "measure", "check", "erase", "talk", "optional"] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** What the educator says differently about a step; keyed by the step's id in the document. */
export const StepOverrideSchema = v.strictObject({
  title: v.optional(
    v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80, "a title has at most 80 letters")),
  ),
  instruction: v.optional(
    v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(600, "an instruction has at most 600 letters")),
  ),
  kind: v.optional(v.picklist(STEP_KINDS)),
});
export type StepOverride = v.InferOutput<typeof StepOverrideSchema>;

/** What is said about a step. */
export interface StepWords {
  readonly title: string;
  /** Sentences, in order. */
  readonly instruction: readonly string[];
  /** Measures to take, as spoken: "1 1⁄2 in from the left edge". */
  readonly readings: readonly string[];
  /** How to tell that it came right; empty when there is nothing to check. */
  readonly check: string;
  /** The likely slip; empty when there is none worth a word. */
  readonly slip: string;
}

/** A stretch of the construction that is told, drawn and carded together. */
export interface Step extends StepWords {
  /** `object/phase`: never changes with order or number. */
  readonly id: string;
  /** 1-based place in the lesson. */
  readonly number: number;
  readonly objectId: string;
  readonly kind: StepKind;
  readonly firstMove: number;
  readonly lastMove: number;
  /** What the paper makes special here: lines that stop, run off, or stay hidden. */
  readonly notes: readonly string[];
  /** Ruled lines that appear on the paper in this step. */
  readonly newLines: number;
}
