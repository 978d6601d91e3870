import type { Frame, View } from "../view/index.ts";
import type { Built } from "./built.ts";
import type { SolidPage } from "./solid-page.ts";

export type { Built, Tie } from "./built.ts";
export { FLAT } from "./built.ts";

/** What is impossible in an object, with the field it concerns. */
export interface Fault {
  readonly field: string;
  readonly message: string;
}

export interface SolveContext {
  readonly view: View;
  readonly frame: Frame;
  /** The object with this id as it stands, or null when there is none or it leans on this one in turn. */
  readonly hostOf: (objectId: string) => Built | null;
  /** The ids of all other objects of the lesson, in drawing order. */
  readonly others: readonly string[];
}

/** One construction. `draw` reads like the teacher's instruction: its moves are what a hand can do. */
export interface Recipe<S> {
  readonly impossible: (slice: S, frame: Frame) => readonly Fault[];
  readonly solve: (slice: S, context: SolveContext) => Built;
  readonly draw: (page: SolidPage, slice: S, built: Built) => void;
}
