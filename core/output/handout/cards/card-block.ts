import type { MeasureText, SheetToExplain } from "../../../showing/display/index.ts";
import type { PagePart } from "../page.ts";

/** How cards are printed. */
export interface CardStyle {
  /** Size of the running text, and of what is written in the picture. */
  readonly textMm: number;
  /** With all the words, for a pupil who was away. */
  readonly full: boolean;
  readonly lessonTitle: string;
  readonly lesson: SheetToExplain;
  /** The address of the video at a moment of the lesson; null where the take states none. */
  readonly videoAt: ((lessonMs: number) => string) | null;
  readonly measure: MeasureText;
}

/** Something laid out: what it takes of the card, and its parts once its upper left corner is known. */
export interface Block {
  readonly height: number;
  readonly at: (x: number, y: number) => PagePart[];
}

/** Ids of the marks of a card, by what they are. */
export type Ids = (part: string) => string;
