import type { Move } from "../drafter/index.ts";
import { SHEET_ID } from "../recipes/index.ts";
import type { Sheet, View } from "../view/index.ts";
import type { StepWords } from "./step.ts";
import { wordBox } from "./word-box.ts";
import { wordSheet } from "./word-sheet.ts";

/** What a sentence may draw on. */
export interface WordContext {
  readonly moves: readonly Move[];
  readonly label: string;
  readonly sheet: Sheet;
  readonly view: View;
  /** Distance in mm on paper between two constructed points. */
  readonly lengthAlong: (fromPointId: string, toPointId: string) => number;
}

/** Words for the moves of one phase of one object. */
export function wordStep(objectId: string, phase: string, context: WordContext): StepWords {
  return objectId === SHEET_ID ? wordSheet(phase, context) : wordBox(phase, context);
}
