import type { SheetEdge } from "../../drawing/drafter/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";

/** A length on the paper with what is written beside it. */
export interface MeasureSign {
  readonly k: "measure";
  readonly from: PaperPoint;
  readonly to: PaperPoint;
  readonly says: string;
  /** Chosen or guessed, not laid off: drawn loosely. */
  readonly byEye: boolean;
  /** Along a line or an edge that is there: set off beside it, so that both can be seen. */
  readonly beside: boolean;
}

/**
 * What a picture shows of an act beside its lines, in paper mm: read from the same told data as its sentences, so that a
 * number in the picture and a number in the words cannot differ.
 */
export type Sign =
  | MeasureSign
  /** Several marks along one line, all measured from its start. */
  | {
      readonly k: "row";
      readonly from: PaperPoint;
      readonly marks: readonly { readonly at: PaperPoint; readonly says: string }[];
      readonly byEye: boolean;
    }
  /** Where a line goes: an arrowhead on it, and what the point is called, and how far off the sheet it lies if it does. */
  | {
      readonly k: "aim";
      readonly from: PaperPoint;
      readonly to: PaperPoint;
      readonly called: string;
      readonly off: string;
    }
  /** A place on paper taped to an edge of the sheet. */
  | { readonly k: "taped"; readonly at: PaperPoint; readonly edge: SheetEdge; readonly called: string }
  /** A corner that gets no line. */
  | { readonly k: "left"; readonly at: PaperPoint }
  | { readonly k: "ring"; readonly at: PaperPoint }
  /** Lines that run side by side. */
  | { readonly k: "alike"; readonly lines: readonly (readonly [PaperPoint, PaperPoint])[] }
  /** The ruler at the first line of a family; it turns about the pivot where the others go there too. */
  | {
      readonly k: "ruler";
      readonly from: PaperPoint;
      readonly to: PaperPoint;
      readonly pivot: PaperPoint | null;
      /** For a left hand it lies to the left of a steep line. */
      readonly onLeft?: true;
    };
