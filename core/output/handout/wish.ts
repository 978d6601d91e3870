import * as v from "valibot";
import { WORKSHEETS } from "./sheets/worksheet.ts";

/** All that can be handed out, in the order it is offered. */
export const HAND_OUTS = [
  "cards",
  "large-print",
  "booklet",
  "poster",
  "worksheet",
  "variants",
  "find-slip",
  "answers",
  "overlay",
  "templates",
  "recap",
  "checks",
  "kit",
  "run-sheet",
  "take-home",
] as const;
export type HandOutKind = (typeof HAND_OUTS)[number];

/** Kinds made of cards: each can be printed card by card. */
export const OF_CARDS: ReadonlySet<HandOutKind> = new Set(["cards", "large-print", "booklet"]);

/** Rows of a class that get other measures, and the lot that is drawn, unless it is said. */
export const USUAL_ROWS = 4;
export const USUAL_SEED = 1;

/** What they are called, and what they are for. */
export const CALLED: Readonly<Record<HandOutKind, { readonly name: string; readonly is: string }>> = {
  cards: { name: "Step cards", is: "One card a step: number, picture, what to do." },
  "large-print": { name: "Large print", is: "One step to a page in 18 pt." },
  booklet: { name: "Booklet", is: "One sheet, eight pages: fold, slit, push together." },
  poster: { name: "Poster", is: "All steps on the wall, taped from pieces." },
  worksheet: { name: "Worksheet", is: "The pupil's sheet at true scale, begun in pale lines." },
  variants: { name: "Other measures", is: "The same drawing with other lengths for each row, and the key." },
  "find-slip": { name: "Find the slip", is: "One wrong drawing among right ones, and the key." },
  answers: { name: "Answers", is: "The finished drawing, and what the cards ask for." },
  overlay: { name: "To lay on", is: "The finished drawing at true scale, to hold against a pupil's sheet." },
  templates: { name: "Templates", is: "Tiles, tick strips, strips to tape on, a ruler: to cut out." },
  recap: { name: "Looking back", is: "What was done, thing by thing, and the words of the trade." },
  checks: { name: "Checks", is: "What pupils tick for themselves, and a grid for you." },
  kit: { name: "Kit", is: "What to have ready, what does instead, what to mind." },
  "run-sheet": { name: "Run sheet", is: "For you: when, how long to wait, what to say, slips to watch for." },
  "take-home": {
    name: "Take-home page",
    is: "One file for any phone: every step draws itself, without a network.",
  },
};

const whole = (least: number, most: number) =>
  v.pipe(v.number(), v.integer("a whole number"), v.minValue(least), v.maxValue(most));

/** What is wished for beside how the lesson is printed: kept with a print, so that it can be made again. */
export const HandOutWishSchema = v.strictObject({
  what: v.picklist(HAND_OUTS),
  /** Worksheets: what stands on it. */
  on: v.optional(v.picklist(WORKSHEETS)),
  /** Worksheets: the step after which it is. */
  step: v.optional(v.string()),
  /** Other measures: for how many rows of the class. */
  rows: v.optional(whole(1, 8)),
  /** Other measures: only this row, from 1. */
  row: v.optional(whole(1, 8)),
  /** Lots that are drawn: the same number, the same draw. */
  seed: v.optional(whole(0, 1_000_000)),
  /** Cards: only these steps. */
  only: v.optional(v.pipe(v.array(v.string()), v.minLength(1), v.maxLength(5000))),
});
export type HandOutWish = v.InferOutput<typeof HandOutWishSchema>;
