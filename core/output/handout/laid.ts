import type { ComputedLesson } from "../../document/pipeline/index.ts";
import type { AgeBand } from "../../ground/plan/index.ts";
import type { Drawing, MeasureText, SheetToExplain } from "../../showing/display/index.ts";
import type { Page, PaperInPrinter } from "./page.ts";

/** The lesson that cards are of. */
export interface HandedOut extends SheetToExplain {
  readonly title: string;
  readonly ageBand: AgeBand;
  /** The address of the video at a moment of the lesson; null where the take states none. */
  readonly videoAt: ((lessonMs: number) => string) | null;
  /** Number of moves: the last leaves the finished drawing. */
  readonly moves: readonly unknown[];
}

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
export interface LaidPages {
  readonly pages: readonly Page[];
  /** What a print of them is remembered by; left out where that is told from the lesson itself. */
  readonly prints?: readonly Printed[];
  /** What whoever prints them should know. */
  readonly notices: readonly string[];
}

/** Pages laid out, with what a print of them is remembered by. */
export type Laid = LaidPages & { readonly prints: readonly Printed[] };

/** What is handed out, to look at. */
export type ShownPages =
  | {
      readonly ok: true;
      readonly pages: readonly Drawing[];
      /** How many cards or pieces are on them. */
      readonly pieces: number;
      readonly notices: readonly string[];
    }
  | { readonly ok: false; readonly says: string };
