import type { Move } from "../drafter/index.ts";
import type { Sheet, View } from "../view/index.ts";

/** What a sentence may draw on. */
export interface WordContext {
  readonly moves: readonly Move[];
  readonly label: string;
  readonly sheet: Sheet;
  readonly view: View;
  /** Distance in mm on paper between two constructed points. */
  readonly lengthAlong: (fromPointId: string, toPointId: string) => number;
}
