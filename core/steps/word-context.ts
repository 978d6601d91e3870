import type { Move } from "../drafter/index.ts";
import type { Sheet, View } from "../view/index.ts";

/** What a sentence may draw on. */
export interface WordContext {
  readonly moves: readonly Move[];
  readonly label: string;
  readonly sheet: Sheet;
  readonly view: View;
  /** What the recipe calls a point or line, by its id. */
  readonly pointCalled: (id: string) => string;
  readonly lineCalled: (id: string) => string;
  /** Distance in mm on paper between two constructed points. */
  readonly lengthAlong: (fromPointId: string, toPointId: string) => number;
}
