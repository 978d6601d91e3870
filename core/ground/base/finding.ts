import type { Change } from "./change.ts";

type Severity = "note" | "warning" | "fault";

/** A change to the document that would cure a finding, offered and never taken unasked. */
export interface QuickFix {
  readonly label: string;
  readonly changes: readonly Change[];
}

/**
 * Something about the teacher's input worth saying. It never blocks: the stage that reports it still returns
 * the best value it can.
 */
export interface Finding {
  /** Stable name of the kind of finding, kebab-case. */
  readonly code: string;
  readonly severity: Severity;
  /** Id of the thing it concerns: an object, step, move, cue or "sheet". */
  readonly about: string;
  /** One plain sentence: what, where, by how much, what was kept. */
  readonly message: string;
  /** The figures in the sentence, each with its unit in its name. */
  readonly numbers: Readonly<Record<string, number>>;
  readonly fix?: QuickFix;
  /** Other ways out, where only the teacher knows which side is right: the words or the drawing. */
  readonly otherFixes?: readonly QuickFix[];
}

/** A value that may have to be refused: only parsing returns this. */
export type Parsed<T> =
  | { readonly ok: true; readonly value: T; readonly findings: readonly Finding[] }
  | { readonly ok: false; readonly findings: readonly Finding[] };
