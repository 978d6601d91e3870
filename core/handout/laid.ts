import type { MeasureText } from "../display/index.ts";
import type { ComputedLesson } from "../pipeline/index.ts";
import type { HandedOut } from "./cards/card-pages.ts";
import type { Page, PaperInPrinter } from "./page.ts";

/** The lesson that something is handed out of. */
export interface Source {
  readonly computed: ComputedLesson;
  readonly handed: HandedOut;
}

/** What a page is laid out with. */
export interface Tools {
  readonly paper: PaperInPrinter;
  readonly measure: MeasureText;
}

/** What is remembered of a thing that was printed: enough to tell later whether it is still good. */
export interface Printed {
  /** A step's id for its card, else the name of the page or piece. */
  readonly id: string;
  readonly mark: string;
  /** Of a card, the step's number and the lesson time it shows: a shifted card is still good. */
  readonly number?: number;
  readonly startMs?: number;
  /** What the address of the video was like, where it carries a code. */
  readonly video?: string;
}

/** Pages laid out. */
export interface Laid {
  readonly pages: readonly Page[];
  readonly prints: readonly Printed[];
  /** What whoever prints them should know. */
  readonly notices: readonly string[];
}
