import { SHEET_ID } from "../recipes/index.ts";
import type { StepWords } from "./step.ts";
import { wordBox } from "./word-box.ts";
import type { WordContext } from "./word-context.ts";
import { wordSheet } from "./word-sheet.ts";

/** Words for the moves of one phase of one object. */
export function wordStep(objectId: string, phase: string, context: WordContext): StepWords {
  return objectId === SHEET_ID ? wordSheet(phase, context) : wordBox(phase, context);
}
