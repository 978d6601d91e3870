import { SHEET_ID } from "../program/index.ts";
import type { ObjectSlice } from "../recipes/index.ts";
import { requireFrame, runsWithPaper } from "../view/index.ts";
import type { StepWords } from "./step.ts";
import { wordBox } from "./word-box.ts";
import { wordConstruction } from "./word-construction.ts";
import type { WordContext } from "./word-context.ts";
import { wordSheet } from "./word-sheet.ts";

/** Words for the moves of one phase of one object; the sheet's own have no object. */
export function wordStep(
  objectId: string,
  object: ObjectSlice | null,
  phase: string,
  context: WordContext,
): StepWords {
  if (objectId === SHEET_ID || !object) return wordSheet(phase, context);
  const upright = runsWithPaper(requireFrame(context.view, object.frame), "height");
  if (object.recipe === "box" && upright) return wordBox(phase, context);
  return wordConstruction(object.recipe, phase, context);
}
