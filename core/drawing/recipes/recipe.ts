import type * as v from "valibot";
import type { Built, Page } from "../page/index.ts";
import type { Axis, Frame, View } from "../view/index.ts";
import type { Fault } from "./fault.ts";
import type { OptionPlan } from "./option.ts";
import type { OwnHandle } from "./own-handle.ts";
import type { PhraseBook } from "./phrases.ts";
import type { PutDown } from "./put-down.ts";
import type { SolveContext } from "./solve-context.ts";

/** How a construction is built and drawn. `draw` reads like the teacher's instruction: its moves are what a hand can do. */
export interface Drawing<S> {
  readonly impossible: (slice: S, frame: Frame) => readonly Fault[];
  readonly solve: (slice: S, context: SolveContext) => Built;
  readonly draw: (page: Page, slice: S, built: Built) => void;
}

/** The schema of one kind of object, told apart by its `recipe`. */
export type ObjectShape = v.StrictObjectSchema<v.ObjectEntries, undefined> & {
  readonly entries: { readonly recipe: v.LiteralSchema<string, undefined> };
};

/** All there is to one construction. Adding one is a folder with this in it, and its name in `recipes.ts`. */
export interface Recipe<Shape extends ObjectShape, S = v.InferOutput<Shape>> extends Drawing<S> {
  /** What the lesson document says of it. */
  readonly shape: Shape;
  /** A sentence about it, for the list of constructions. */
  readonly about: string;
  /** What is said about each phase beside its moves; a name that ends in "*" stands for a numbered family. */
  readonly words: PhraseBook;
  /** Choices beside its measures, in the order a teacher meets them. */
  readonly options: readonly OptionPlan<S>[];
  /** How it comes on the sheet. */
  readonly putDown: PutDown;
  /** What can be taken hold of beside foot and extents. */
  readonly handles?: (slice: S, built: Built, view: View) => readonly OwnHandle[];
  /** The object after an option took a value that others depend on. */
  readonly afterChoice?: (was: S, next: S, view: View) => S;
  /** The fields of its handles that are extents, by axis, where they are not named after it. */
  readonly extentFields?: (slice: S) => Partial<Readonly<Record<Axis, string>>>;
  /** The axes along which something else settles how far it reaches: there is nothing to hold or to type then. */
  readonly settled?: (slice: S) => readonly Axis[];
  /** Whether how it stands depends on every other thing, and not only on those it leans on. */
  readonly looksAround?: boolean;
  /** The face on which things are put that ask for none, and those of its faces that things can stand on beside a top. */
  readonly hosts?: { readonly mainFace: string; readonly carries: (faceId: string) => boolean };
}

/** A construction whose parts fit its shape. */
export function recipe<Shape extends ObjectShape>(parts: Recipe<Shape>): Recipe<Shape> {
  return parts;
}
