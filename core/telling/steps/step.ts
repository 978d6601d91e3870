import * as v from "valibot";
import type { SlipKind } from "../../drawing/recipes/index.ts";
import { changesIn } from "../../ground/base/index.ts";
import type { PaperPoint, Region } from "../../ground/geometry/index.ts";
import type { Task } from "../tasks/index.ts";
import type { Sign, Told } from "../told/index.ts";
import type { Stage } from "./fading.ts";

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
  /** Told, drawn and carded together with the step before. */
  joined: v.optional(v.boolean()),
  /** How long the class is waited for after it, in ms, where the estimate does not suit. */
  holdMs: v.optional(
    v.pipe(
      v.number(),
      v.integer("whole milliseconds"),
      v.minValue(0),
      v.maxValue(3_600_000, "a hold is at most an hour"),
    ),
  ),
  /**
   * Said of a whole phase, before phases were cut by what a class can take in: its words keep the phase in one step, its
   * title and kind hold for every part, its wait comes after the last.
   */
  whole: v.optional(v.boolean()),
  /** Its likely slip is seen often: said and shown, however often the like came before. */
  warn: v.optional(v.boolean()),
  /** Moves before which the step is cut in two; each begins a step of its own, called after it. */
  cutBefore: v.optional(v.pipe(v.array(v.string()), v.maxLength(20, "a step is cut at most 20 times"))),
});
export type StepOverride = v.InferOutput<typeof StepOverrideSchema>;

/** Sets what the educator says differently about a step, by its id. */
export const setStep = changesIn<StepOverride>("step");

/** What is said about a step. */
interface StepWords {
  readonly title: string;
  /** The reason behind it; empty when there is none worth a word. */
  readonly why: string;
  /** Sentences, in order. */
  readonly instruction: readonly string[];
  /** Measures to take, as spoken: "1 1⁄2 in from the left edge". */
  readonly readings: readonly string[];
  /** How to tell that it came right; empty when there is nothing to check. */
  readonly check: string;
  /** The likely slip; empty when there is none worth a word. */
  readonly slip: string;
  /** The wrong picture that goes with the slip, or null when it cannot be drawn. */
  readonly slipKind: SlipKind | null;
}

/** What the picture of a step shows beside its lines: read from what its words say. */
export interface Pictured {
  /** Where the letters of its words stand on the paper, each with the place in the list of acts of the first that has it. */
  readonly letters: readonly { readonly act: number; readonly says: string; readonly at: PaperPoint }[];
  /** Readings, aims and signs, each with the place in the list of acts of the one it shows. */
  readonly signs: readonly { readonly act: number; readonly sign: Sign }[];
  /** The numbered actions, from 1: the acts each tells, and the stretch of paper at which its number stands. */
  readonly numbers: readonly {
    readonly n: number;
    readonly acts: readonly number[];
    readonly along: readonly PaperPoint[];
  }[];
  /** Moves the pupil is asked for: the picture must not give them away. */
  readonly hides: readonly number[];
  /** Moves whose lines the pupil is asked to go over: they stay light in the picture. */
  readonly light: readonly number[];
}

/** A stretch of the construction that is told, drawn and carded together. */
export interface Step extends StepWords {
  /** The task it tells, where it is a step without a line. */
  readonly task: Task | null;
  /** What a task is about, as regions of the paper. */
  readonly marked: readonly Region[];
  /** How much help it gets: one stage less each time the same comes again. */
  readonly stage: Stage;
  /** The slip that is likely here, said or, where help has faded, not; empty when none is known. */
  readonly usualSlip: string;
  /** What its questions are answered with, and what it leaves to the pupil: for the answer sheet. */
  readonly answers: readonly string[];
  /** The instruction as a numbered list: each action with its sentences. */
  readonly actions: readonly string[];
  /** The same with all the words, for a pupil who was away when it was first told. */
  readonly inFull: readonly string[];
  /** What the hands are told, act by act, with the sentences that say it. */
  readonly acts: readonly { readonly told: Told; readonly sentences: readonly string[] }[];
  /** What its picture shows beside the lines. */
  readonly pictured: Pictured;
  /** The same where all the words are said. */
  readonly picturedInFull: Pictured;
  /** Moves before which it can be told apart: where an action begins, or another line of one. */
  readonly cuts: readonly number[];
  /** What a teacher would say while it is drawn: for finding it in speech. */
  readonly expected: string;
  /** `object/phase`, and for a later part of a phase `~` and the move it begins with: never changes with order or number. */
  readonly id: string;
  /** 1-based place in the lesson. */
  readonly number: number;
  readonly objectId: string;
  /** What the class does; "task" for what it makes without a line. */
  readonly kind: StepKind | "task";
  readonly firstMove: number;
  readonly lastMove: number;
  /** What the paper makes special here: lines that stop, run off, or stay hidden. */
  readonly notes: readonly string[];
  /** Ruled lines that appear on the paper in this step. */
  readonly newLines: number;
  /** Quarter turns clockwise by which the sheet lies turned while it is drawn. */
  readonly quarters: number;
  /** How long the class is waited for after it, in ms, where the educator says so; else null. */
  readonly holdMs: number | null;
  /** Words to say for instruction and notes. */
  readonly wordCount: number;
}
